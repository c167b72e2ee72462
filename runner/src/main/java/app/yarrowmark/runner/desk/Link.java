package app.yarrowmark.runner.desk;

import app.yarrowmark.core.exchange.Build;
import app.yarrowmark.core.exchange.DeviceProtocol;
import app.yarrowmark.core.exchange.DeviceProtocol.DeviceSitting;
import app.yarrowmark.core.exchange.DeviceProtocol.Otherwise;
import app.yarrowmark.core.exchange.DeviceProtocol.PairingRequest;
import app.yarrowmark.core.exchange.DeviceProtocol.ProgressReport;
import app.yarrowmark.core.exchange.DeviceProtocol.Start;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.suite.Home;
import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import javax.net.ssl.SSLException;
import org.jspecify.annotations.Nullable;

/** Speaks with the desk's server. */
public final class Link {

    private static final Duration PATIENCE = Duration.ofSeconds(20);
    private static final int WAITING_MILLIS = 2_000;
    private static final List<Duration> WAITS =
            Stream.of(1, 2, 4, 8, 15, 30).map(Duration::ofSeconds).toList();

    private static final DeviceSitting NOTHING = new DeviceSitting(0, "", "", List.of());

    private final HttpClient http;
    private final Pairing pairing;
    private final DeviceSitting sitting;

    private Link(Pairing pairing, DeviceSitting sitting) {
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
        DeviceProtocol.Pairing answer = new Link(new Pairing(server, fingerprint, "", Instant.EPOCH), NOTHING)
                .call(
                        "POST",
                        DeviceProtocol.PAIRINGS,
                        new PairingRequest(code, "runner " + Build.version(), Instant.now()),
                        new TypeReference<>() {});
        return new Link(new Pairing(server, fingerprint, answer.token(), answer.expiresAt()), answer.sitting());
    }

    /** Goes on with a sitting that was joined before. */
    public static Link resume(Pairing pairing) throws IOException, InterruptedException {
        Link link = new Link(pairing, NOTHING);
        return new Link(pairing, link.call("GET", DeviceProtocol.SITTING, "", new TypeReference<>() {}));
    }

    public Pairing pairing() {
        return pairing;
    }

    /** Returns the number of the sitting that this computer has joined. */
    public long sitting() {
        return sitting.id();
    }

    /** Returns model and setup in words. */
    public String device() {
        return sitting.model() + ", " + sitting.setup();
    }

    /** Returns the native suites planned, in order, each with its runs and what one is expected to take on this device. */
    public List<Queued> planned() {
        return sitting.suites().stream()
                .filter(s -> s.home() == Home.NATIVE)
                .map(s -> new Queued(s.key(), s.repeats(), s.minutes()))
                .toList();
    }

    /** Tells the facts; returns what the setup says otherwise, in words. */
    public List<String> tellFacts(List<RunFile.FactLine> facts) throws IOException, InterruptedException {
        List<Otherwise> answer = call("PUT", DeviceProtocol.FACTS, facts, new TypeReference<>() {});
        return answer.stream()
                .map(o -> o.name() + ": the setup says " + o.before() + ", read " + o.after())
                .toList();
    }

    /** Waits until somebody starts on the Desk; returns the sitting as it is planned by then. */
    public Link waited() throws IOException, InterruptedException {
        while (!call("POST", DeviceProtocol.WAITING, "", new TypeReference<Start>() {})
                .start()) {
            Thread.sleep(WAITING_MILLIS);
        }
        return resume(pairing);
    }

    /** Tells how far it is; a lost word does not matter. */
    public void tellProgress(ProgressReport report) {
        try {
            HttpRequest request = request(DeviceProtocol.PROGRESS)
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
            ask("DELETE", DeviceProtocol.PROGRESS, "");
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
                return call("PUT", DeviceProtocol.RUNS + run.id(), run, new TypeReference<>() {});
            } catch (Refused refused) {
                if (refused.isUse()) {
                    throw refused;
                }
            } catch (IOException away) {
                // Tried again below.
            }
            Thread.sleep(wait.toMillis());
        }
        return call("PUT", DeviceProtocol.RUNS + run.id(), run, new TypeReference<>() {});
    }

    private <T> T call(String method, String path, Object body, TypeReference<T> type)
            throws IOException, InterruptedException {
        // A newer desk may say more than this runner knows of.
        return Json.mapper()
                .readerFor(type)
                .without(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                .readValue(ask(method, path, body));
    }

    private String ask(String method, String path, Object body) throws IOException, InterruptedException {
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
        return response.body();
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
