package app.yarrowmark.runner.desk;

import app.yarrowmark.core.exchange.Build;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import javax.net.ssl.SSLException;
import org.jspecify.annotations.Nullable;

/** Speaks with the desk's server. */
public final class Link {

    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private static final int WAITING_MILLIS = 2_000;
    private static final List<Duration> WAITS =
            Stream.of(1, 2, 4, 8, 15, 30).map(Duration::ofSeconds).toList();

    private final HttpClient http;
    private final Pairing pairing;
    private final JsonNode sitting;

    private Link(Pairing pairing, JsonNode sitting) {
        this.pairing = pairing;
        this.sitting = sitting;
        HttpClient.Builder builder = HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5));
        if (pairing.fingerprint() != null) {
            builder.sslContext(KnownCertificate.context(pairing.fingerprint()));
        }
        this.http = builder.build();
    }

    /** The server answered, and not with what was asked for. */
    public static final class Refused extends IOException {

        private final int status;

        Refused(int status, String message) {
            super(message);
            this.status = status;
        }

        /** Whether the person at the keyboard can mend it: a wrong code, say. */
        public boolean isUse() {
            return status >= 400 && status < 500;
        }
    }

    /** Joins a sitting with a code. */
    public static Link join(URI server, @Nullable String fingerprint, String code)
            throws IOException, InterruptedException {
        Link nameless = new Link(
                new Pairing(server, fingerprint, "", Instant.EPOCH),
                Json.mapper().createObjectNode());
        JsonNode answer = nameless.call(
                "POST",
                "/api/v1/device/pairings",
                Map.of(
                        "code",
                        code,
                        "program",
                        "runner " + Build.version(),
                        "clock",
                        Instant.now().toString()));
        Instant until = Instant.parse(answer.get("expiresAt").asText());
        return new Link(new Pairing(server, fingerprint, answer.get("token").asText(), until), answer.get("sitting"));
    }

    /** Goes on with a sitting that was joined before. */
    public static Link resume(Pairing pairing) throws IOException, InterruptedException {
        Link link = new Link(pairing, Json.mapper().createObjectNode());
        return new Link(pairing, link.call("GET", "/api/v1/device/sitting", ""));
    }

    public Pairing pairing() {
        return pairing;
    }

    /** Returns the number of the sitting that this computer has joined. */
    public long sitting() {
        return sitting.get("id").asLong();
    }

    /** Returns model and setup in words. */
    public String device() {
        return sitting.get("model").asText() + ", " + sitting.get("setup").asText();
    }

    /** Returns the native suites planned, in order, each with its runs and what one is expected to take on this device. */
    public List<Queued> planned() {
        return StreamSupport.stream(sitting.get("suites").spliterator(), false)
                .filter(s -> s.get("home").asText().equals("NATIVE"))
                .map(s -> new Queued(
                        s.get("key").asText(),
                        s.get("repeats").asInt(),
                        s.get("minutes").asDouble()))
                .toList();
    }

    /** Tells the facts; returns what the setup says otherwise, in words. */
    public List<String> tellFacts(List<RunFile.FactLine> facts) throws IOException, InterruptedException {
        JsonNode answer = call("PUT", "/api/v1/device/facts", facts);
        return StreamSupport.stream(answer.spliterator(), false)
                .map(c -> c.get("name").asText() + ": the setup says "
                        + c.get("before").asText() + ", read " + c.get("after").asText())
                .toList();
    }

    /** Waits until somebody starts on the Desk; returns the sitting as it is planned by then. */
    public Link waited() throws IOException, InterruptedException {
        while (!call("POST", "/api/v1/device/waiting", "").path("start").asBoolean()) {
            Thread.sleep(WAITING_MILLIS);
        }
        return resume(pairing);
    }

    /** Tells how far it is; a lost word does not matter. */
    public void tellProgress(Map<String, ?> report) {
        try {
            HttpRequest request = request("/api/v1/device/progress")
                    .method(
                            "PUT",
                            HttpRequest.BodyPublishers.ofString(Json.mapper().writeValueAsString(report)))
                    .build();
            http.sendAsync(request, HttpResponse.BodyHandlers.discarding());
        } catch (IOException e) {
            throw new IllegalStateException("a report can always be written", e);
        }
    }

    public void tellFinished() throws InterruptedException {
        try {
            call("DELETE", "/api/v1/device/progress", "");
        } catch (IOException lost) {
            // The server forgets the progress by itself.
        }
    }

    /**
     * Sends a run, trying again for a minute if the server is away.
     *
     * @throws Refused if the server will not take it
     * @throws IOException if it stayed away
     */
    public JsonNode send(RunFile run) throws IOException, InterruptedException {
        return send(run, WAITS);
    }

    /** @param waits between two tries; one try more than these */
    public JsonNode send(RunFile run, List<Duration> waits) throws IOException, InterruptedException {
        for (Duration wait : waits) {
            try {
                return call("PUT", "/api/v1/runs/" + run.id(), run);
            } catch (Refused refused) {
                if (refused.isUse()) {
                    throw refused;
                }
            } catch (IOException away) {
                // Tried again below.
            }
            Thread.sleep(wait.toMillis());
        }
        return call("PUT", "/api/v1/runs/" + run.id(), run);
    }

    private JsonNode call(String method, String path, Object body) throws IOException, InterruptedException {
        String json = body.equals("") ? "" : Json.mapper().writeValueAsString(body);
        HttpRequest request = request(path)
                .method(
                        method,
                        json.isEmpty()
                                ? HttpRequest.BodyPublishers.noBody()
                                : HttpRequest.BodyPublishers.ofString(json))
                .build();
        HttpResponse<String> response;
        try {
            response = http.send(request, HttpResponse.BodyHandlers.ofString());
        } catch (SSLException e) {
            throw new IOException(
                    "the certificate of " + pairing.server()
                            + (pairing.fingerprint() == null
                                    ? " is not known; give its fingerprint, as Desk shows it, with --fingerprint"
                                    : " is not the one with the fingerprint that was given"),
                    e);
        } catch (IOException e) {
            throw new IOException("the server at " + pairing.server() + " cannot be reached", e);
        }
        if (response.statusCode() >= 300) {
            throw new Refused(response.statusCode(), detail(response));
        }
        return response.body().isBlank()
                ? Json.mapper().createObjectNode()
                : Json.mapper().readTree(response.body());
    }

    private HttpRequest.Builder request(String path) {
        HttpRequest.Builder request = HttpRequest.newBuilder(pairing.server().resolve(path))
                .timeout(PATIENCE)
                .header("Content-Type", "application/json");
        return pairing.token().isEmpty() ? request : request.header("Authorization", "Bearer " + pairing.token());
    }

    private static String detail(HttpResponse<String> response) {
        try {
            String detail =
                    Json.mapper().readTree(response.body()).path("detail").asText("");
            return detail.isEmpty() ? "the server answered " + response.statusCode() : detail;
        } catch (IOException noJson) {
            return "the server answered " + response.statusCode();
        }
    }
}
