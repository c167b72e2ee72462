package app.yarrowmark.runner;

import app.yarrowmark.core.exchange.Json;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/** Stands in for the desk's server: answers as told, and remembers what it was asked. */
public final class Desk implements AutoCloseable {

    /** One request as it came. */
    public record Asked(String what, String token, String body) {}

    /** What is answered to it. */
    public record Answer(int status, String body) {}

    public static final String SITTING = "{\"id\":7,\"model\":\"Ostrel Fen 13\",\"setup\":\"as shipped\",\"suites\":["
            + "{\"key\":\"stem\",\"home\":\"NATIVE\",\"repeats\":2,\"minutes\":1.75},{\"key\":\"umbel\",\"home\":\"BROWSER\"},{\"key\":\"root\",\"home\":\"NATIVE\",\"repeats\":3,\"minutes\":0.5}]}";

    private final HttpServer server;
    private final Map<String, Function<Asked, Answer>> answers = new HashMap<>();
    private final List<Asked> asked = new ArrayList<>();

    public Desk() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", this::answer);
        server.start();
        on(
                "POST /api/v1/device/pairings",
                200,
                "{\"token\":\"secret\",\"expiresAt\":\"2099-01-01T00:00:00Z\",\"sitting\":" + SITTING + "}");
        on("GET /api/v1/device/sitting", 200, SITTING);
    }

    private void answer(HttpExchange exchange) throws IOException {
        Asked one = new Asked(
                exchange.getRequestMethod() + " " + exchange.getRequestURI().getPath(),
                String.valueOf(exchange.getRequestHeaders().getFirst("Authorization")),
                new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8));
        Answer answer;
        synchronized (this) {
            asked.add(one);
            // Runs go to an address of their own each.
            answer = answers.getOrDefault(
                            one.what.startsWith("PUT /api/v1/runs/") ? "PUT /api/v1/runs" : one.what,
                            a -> new Answer(404, "{\"detail\":\"There is no " + a.what + ".\"}"))
                    .apply(one);
        }
        byte[] bytes = answer.body.getBytes(StandardCharsets.UTF_8);
        exchange.sendResponseHeaders(answer.status, bytes.length == 0 ? -1 : bytes.length);
        exchange.getResponseBody().write(bytes);
        exchange.close();
    }

    public synchronized void on(String what, Function<Asked, Answer> answer) {
        answers.put(what, answer);
    }

    public void on(String what, int status, String body) {
        on(what, a -> new Answer(status, body));
    }

    public URI address() {
        return URI.create("http://127.0.0.1:" + server.getAddress().getPort());
    }

    public synchronized List<Asked> asked(String begin) {
        return asked.stream().filter(a -> a.what.startsWith(begin)).toList();
    }

    /** The ids of the runs it was sent, in their order. */
    public List<String> runs() {
        return asked("PUT /api/v1/runs/").stream()
                .map(a -> {
                    try {
                        return Json.mapper().readTree(a.body).get("id").asText();
                    } catch (IOException e) {
                        throw new AssertionError(a.body, e);
                    }
                })
                .toList();
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
