package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Every operation of the API's document, asked by every kind of caller. */
class RolesTest extends ServerTest {

    private static final Path DOCUMENT = Path.of("../web/openapi/openapi.json");
    /** Never ends, or ends the session of whoever asks. */
    private static final Set<String> LEFT_OUT = Set.of("GET /api/v1/events", "DELETE /api/v1/session");

    private static final Set<String> FOR_ALL = Set.of(
            "GET /api/v1/session",
            "POST /api/v1/session",
            "POST /api/v1/first-account",
            "POST /api/v1/links/look",
            "POST /api/v1/links/use",
            "POST /api/v1/device/pairings");

    private record Operation(String method, String path) {

        String name() {
            return method + " " + path;
        }

        boolean ofDevices() {
            return path.startsWith("/api/v1/device/");
        }

        boolean ofTheCaller() {
            return path.startsWith("/api/v1/account/");
        }

        boolean ofOwners() {
            return !method.equals("GET") && path.matches("/api/v1/access/(people|links).*");
        }

        /** What a reader may say of a write-up. */
        boolean ofSecondReaders() {
            return method.equals("POST") && path.matches("/api/v1/write-ups/\\{id}/(remarks|readers)");
        }

        /** What the rules must answer to a caller; null where they let it through. */
        Integer refused(String caller) {
            if (FOR_ALL.contains(name())) {
                return null;
            }
            if (ofDevices()) {
                return caller.startsWith("script") ? (Integer) 403 : 401;
            }
            return switch (caller) {
                case "stranger" -> 401;
                case "reader" -> method.equals("GET") || ofTheCaller() || ofSecondReaders() ? null : 403;
                case "reviewer" -> ofOwners() ? (Integer) 403 : null;
                case "script that reads" -> method.equals("GET") && !ofPeople() ? null : 403;
                case "script" -> ofPeople() ? (Integer) 403 : null;
                default -> null;
            };
        }

        private String audience() {
            if (refused("stranger") == null) {
                return "For anybody.";
            }
            if (refused("reader") == null) {
                return ofTheCaller() ? "For each who is signed in" : "For all who are signed in";
            }
            return refused("reviewer") != null
                    ? "For owners."
                    : refused("script") != null ? "For reviewers and owners." : "For reviewers and owners, ";
        }

        private boolean ofPeople() {
            return path.startsWith("/api/v1/access/") || ofTheCaller();
        }
    }

    @Test
    void eachCallerMayWhatItsRoleSaysAndNoMore() throws Exception {
        Map<String, Api> callers = Map.of(
                "stranger", newcomer(),
                "reader", join("READER"),
                "reviewer", join("REVIEWER"),
                "owner", person,
                "script that reads", script("READER"),
                "script", script("REVIEWER"));
        List<String> wrong = new ArrayList<>();
        int asked = 0;
        for (Operation operation : operations()) {
            for (var caller : callers.entrySet()) {
                Integer refused = operation.refused(caller.getKey());
                // What is let through is asked with nothing that could change anything.
                int status = ask(caller.getValue(), operation).status();
                boolean right = refused == null ? status != 401 && status != 403 || own(operation) : status == refused;
                if (!right) {
                    wrong.add(caller.getKey() + ": " + operation.name() + " answered " + status + ", wanted "
                            + (refused == null ? "anything but 401 and 403" : refused));
                }
                asked++;
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(asked).isGreaterThan(600);
    }

    /** The document says who may ask an operation: it must be who may. */
    @Test
    void whatTheDocumentSaysOfWhoMayAskIsTrue() throws Exception {
        JsonNode paths = new ObjectMapper().readTree(DOCUMENT.toFile()).get("paths");
        int told = 0;
        for (Operation operation : operations()) {
            String said = paths.get(operation.path())
                    .get(operation.method().toLowerCase())
                    .get("description")
                    .asText();
            if (said.contains(". For ") && !operation.path().startsWith("/api/v1/device/")) {
                assertThat(said).as(operation.name()).contains(operation.audience());
                told++;
            }
        }
        assertThat(told).isGreaterThan(100);
    }

    /** Answers 401 or 403 by itself: a key or a password that does not fit. */
    private static boolean own(Operation operation) {
        return FOR_ALL.contains(operation.name());
    }

    private static Api.Answer ask(Api caller, Operation operation) {
        String path = operation
                .path()
                .replaceAll(
                        "\\{(id|hash)}(?=.*/runs)|(?<=/runs/)\\{id}",
                        UUID.randomUUID().toString())
                .replaceAll("\\{[^}]*}", "0");
        return caller.send(
                operation.method(), path, operation.method().equals("GET") ? null : "[]", "application/json");
    }

    private static List<Operation> operations() throws Exception {
        JsonNode document = new ObjectMapper().readTree(DOCUMENT.toFile());
        List<Operation> all = new ArrayList<>();
        document.get("paths")
                .properties()
                .forEach(path -> path.getValue()
                        .properties()
                        .forEach(o -> all.add(new Operation(o.getKey().toUpperCase(), path.getKey()))));
        all.removeIf(o -> LEFT_OUT.contains(o.name()));
        return all;
    }

    private Api join(String role) {
        return join(role + " " + UUID.randomUUID(), role);
    }

    private Api script(String role) {
        return Api.bearer(
                port,
                person.post("/api/v1/access/tokens", "{\"name\":\"nightly\",\"days\":3,\"role\":\"" + role + "\"}")
                        .expect(201)
                        .json()
                        .get("secret")
                        .asText());
    }
}
