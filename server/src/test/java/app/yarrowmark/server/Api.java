package app.yarrowmark.server;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.concurrent.Flow;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/** A caller of the HTTP API: a person with a session, or a bearer of a token. */
final class Api {

    private static final ObjectMapper JSON = new ObjectMapper();

    private final String base;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private final Optional<String> token;

    private Api(int port, Optional<String> token) {
        this.base = "http://127.0.0.1:" + port;
        this.token = token;
    }

    static Api anonymous(int port) {
        return new Api(port, Optional.empty());
    }

    static Api bearer(int port, String token) {
        return new Api(port, Optional.of(token));
    }

    static Api person(int port, String name, String password) {
        Api api = anonymous(port);
        api.get("/api/v1/session");
        api.post("/api/v1/session", "{\"name\":\"" + name + "\",\"password\":\"" + password + "\"}")
                .expect(200);
        return api;
    }

    record Answer(int status, String text, HttpResponse<String> response) {

        Answer expect(int wanted) {
            if (status != wanted) {
                throw new AssertionError("expected " + wanted + ", got " + status + ": " + text);
            }
            return this;
        }

        JsonNode json() {
            try {
                return JSON.readTree(text);
            } catch (IOException e) {
                throw new UncheckedIOException(text, e);
            }
        }

        String detail() {
            return json().path("detail").asText();
        }
    }

    Answer get(String path) {
        return send("GET", path, null, "application/json");
    }

    Answer post(String path, String body) {
        return send("POST", path, body, "application/json");
    }

    Answer put(String path, String body) {
        return send("PUT", path, body, "application/json");
    }

    Answer delete(String path) {
        return send("DELETE", path, null, "application/json");
    }

    Answer upload(String path, byte[] content) {
        return exchange("POST", path, HttpRequest.BodyPublishers.ofByteArray(content), "application/octet-stream");
    }

    /** A table with its settings, as a form sends them. */
    Answer table(String settings, String name, String text) {
        String part = "--parts\r\nContent-Disposition: form-data; name=\"";
        String body = part + "settings\"\r\n\r\n" + settings + "\r\n" + part + "file\"; filename=\"" + name
                + "\"\r\nContent-Type: text/csv\r\n\r\n" + text + "\r\n--parts--\r\n";
        return send("POST", "/api/v1/imports", body, "multipart/form-data; boundary=parts");
    }

    /** A file as a form sends it, with settings or without. */
    Answer file(String path, @Nullable String settings, String name, byte[] content) {
        String part = "--parts\r\nContent-Disposition: form-data; name=\"";
        String head = (settings == null
                        ? ""
                        : part + "settings\"\r\nContent-Type: application/json\r\n\r\n" + settings + "\r\n")
                + part + "file\"; filename=\"" + name + "\"\r\nContent-Type: application/octet-stream\r\n\r\n";
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        body.writeBytes(head.getBytes(StandardCharsets.UTF_8));
        body.writeBytes(content);
        body.writeBytes("\r\n--parts--\r\n".getBytes(StandardCharsets.UTF_8));
        return exchange(
                "POST",
                path,
                HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()),
                "multipart/form-data; boundary=parts");
    }

    /** Listens to a stream of events until the server ends it; each line is told as it comes. */
    void stream(String path, Consumer<String> line) {
        http.sendAsync(
                HttpRequest.newBuilder(URI.create(base + path)).build(),
                HttpResponse.BodyHandlers.fromLineSubscriber(new Lines(line)));
    }

    private record Lines(Consumer<String> line) implements Flow.Subscriber<String> {

        @Override
        public void onSubscribe(Flow.Subscription subscription) {
            subscription.request(Long.MAX_VALUE);
        }

        @Override
        public void onNext(String text) {
            line.accept(text);
        }

        @Override
        public void onError(Throwable e) {}

        @Override
        public void onComplete() {}
    }

    /** What is answered to a GET, as it is. */
    byte[] bytes(String path) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path));
        token.ifPresent(t -> request.header("Authorization", "Bearer " + t));
        try {
            HttpResponse<byte[]> response = http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
            if (response.statusCode() != 200) {
                throw new AssertionError("expected 200, got " + response.statusCode());
            }
            return response.body();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    Answer send(String method, String path, String body, String type) {
        return exchange(
                method,
                path,
                body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body),
                type);
    }

    private Answer exchange(String method, String path, HttpRequest.BodyPublisher body, String type) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path))
                .header("Content-Type", type)
                .method(method, body);
        token.ifPresent(t -> request.header("Authorization", "Bearer " + t));
        cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .ifPresent(csrf -> request.header("X-XSRF-TOKEN", csrf));
        try {
            HttpResponse<String> response = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            return new Answer(response.statusCode(), response.body(), response);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    void forgetCsrf() {
        cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .toList()
                .forEach(c -> cookies.getCookieStore().remove(URI.create(base), c));
    }
}
