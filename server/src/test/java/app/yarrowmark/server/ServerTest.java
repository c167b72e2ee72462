package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.server.runs.Reviews;
import com.fasterxml.jackson.databind.JsonNode;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.context.ApplicationContext;

/** A whole server on its own database; every test makes its own models, so that none depends on another. */
@SpringBootTest(
        webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT,
        properties = {
            "yarrowmark.first-name=Wren Alder",
            "yarrowmark.first-password=salt and samphire",
            "spring.main.lazy-initialization=false",
            "spring.data.jpa.repositories.bootstrap-mode=default"
        })
abstract class ServerTest {

    private static final Duration SOON = Duration.ofSeconds(10);

    static final String PASSWORD = "mud and marram";

    private static final AtomicInteger COUNT = new AtomicInteger();

    @LocalServerPort
    int port;

    @Autowired
    ApplicationContext server;

    Api person;

    @BeforeEach
    void signIn() {
        person = Api.person(port, "Wren Alder", "salt and samphire");
    }

    /** A suite from elsewhere with three parts of one group. */
    long suite(String key, String group) {
        String sheet = "key: " + key + "\nversion: \"1\"\nname: " + key + "\ngroup: " + group
                + "\nmetrics:\n  - {key: weave, name: Weave, unit: MB/s}\n  - {key: wait, name: Wait, unit: s, better: lower}\n"
                + "  - {key: forge, name: Forge, unit: \"{point}\", decimals: 0}\n"
                + "  - {key: total, name: Total, unit: \"{point}\", decimals: 1, formula: \"mean(weave, forge)\"}\n";
        return person.send("POST", "/api/v1/suites", sheet, "application/yaml")
                .expect(201)
                .json()
                .get("id")
                .asLong();
    }

    /** A new model on the desk with the given suites; the run sheet. */
    JsonNode onDesk(String kind, Long... suites) {
        return onDesk(kind, "Test " + COUNT.incrementAndGet(), suites);
    }

    JsonNode onDesk(String kind, String name, Long... suites) {
        long model = person.post(
                        "/api/v1/models", "{\"maker\":\"Ostrel\",\"name\":\"" + name + "\",\"kind\":\"" + kind + "\"}")
                .expect(201)
                .json()
                .get("id")
                .asLong();
        long unit = person.post("/api/v1/models/" + model + "/units", "{\"label\":\"A\"}")
                .expect(201)
                .json()
                .get("id")
                .asLong();
        String ids = List.of(suites).stream().map(String::valueOf).collect(Collectors.joining(","));
        return person.post(
                        "/api/v1/sittings",
                        "{\"unitId\":" + unit + ",\"setup\":\"as shipped\",\"suites\":[" + ids + "]}")
                .expect(201)
                .json();
    }

    /** A run file of suite {@code key 1}; fields in the order of the arguments, readings as {@code metric=text}. */
    static String run(UUID id, long sitting, String key, String... readings) {
        return run(id, "\"sitting\":" + sitting + ",", key, readings);
    }

    static String run(UUID id, String extra, String key, String... readings) {
        String lines = List.of(readings).stream()
                .map(r -> r.split("=", 2))
                .map(r -> "{\"metric\":\"" + r[0] + "\",\"text\":\"" + r[1] + "\"}")
                .collect(Collectors.joining(","));
        return "{\"id\":\"" + id + "\",\"suite\":{\"key\":\"" + key + "\",\"version\":\"1\"}," + extra
                + (extra.contains("\"state\"") ? "" : "\"state\":\"DONE\",")
                + "\"startedAt\":\"2026-05-04T10:00:00Z\",\"endedAt\":\"2026-05-04T10:01:00Z\","
                + "\"sender\":{\"program\":\"desk\",\"version\":\"0.1.0\"},\"readings\":[" + lines + "]}";
    }

    Api.Answer keep(long sitting, String key, String... readings) {
        UUID id = UUID.randomUUID();
        Api.Answer kept = person.put("/api/v1/runs/" + id, run(id, sitting, key, readings))
                .expect(201);
        Reviews.done(server);
        return kept;
    }

    String deviceToken(long sitting) {
        String code = person.post("/api/v1/sittings/" + sitting + "/codes", "")
                .expect(201)
                .json()
                .get("code")
                .asText();
        return Api.anonymous(port)
                .post("/api/v1/device/pairings", "{\"code\":\"" + code + "\",\"program\":\"runner 0.1.0\"}")
                .expect(201)
                .json()
                .get("token")
                .asText();
    }

    /** The secret of a link by which somebody with a role makes an account. */
    final String invite(String role) {
        return person.post("/api/v1/access/links", "{\"role\":\"" + role + "\",\"forWhom\":\"a friend\",\"days\":7}")
                .expect(201)
                .json()
                .get("secret")
                .asText();
    }

    static final String answer(String secret, String name, String password) {
        return "{\"secret\":\"" + secret + "\",\"name\":\"" + name + "\",\"password\":\"" + password + "\"}";
    }

    /** Waits for what another thread or server does; fails where it does not come. */
    static void soon(String what, BooleanSupplier holds) {
        long end = System.nanoTime() + SOON.toNanos();
        while (!holds.getAsBoolean()) {
            assertThat(System.nanoTime()).as(what + " within " + SOON).isLessThan(end);
            LockSupport.parkNanos(20_000_000);
        }
    }

    final Api newcomer() {
        Api api = Api.anonymous(port);
        api.get("/api/v1/session");
        return api;
    }

    /** Somebody of a name and a role, signed in. */
    final Api join(String name, String role) {
        Api api = newcomer();
        api.post("/api/v1/links/use", answer(invite(role), name, PASSWORD)).expect(200);
        return api;
    }
}
