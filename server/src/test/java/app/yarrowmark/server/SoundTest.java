package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** What strangers, devices, and pages of elsewhere cannot do, and how it is told. */
class SoundTest extends ServerTest {

    @Autowired
    JdbcTemplate jdbc;

    @Test
    void aDeviceOffTheDeskChangesNothingAndItsLateRunIsSetAside() {
        long suite = suite("kernmill", "processor");
        JsonNode sheet = onDesk("LAPTOP", suite);
        long sitting = sheet.get("sitting").asLong();
        Api device = Api.bearer(port, deviceToken(sitting));
        person.post("/api/v1/sittings/" + sitting + "/close", "").expect(200);

        assertThat(device.put("/api/v1/device/facts", "[{\"key\":\"memory.size\",\"value\":\"16\",\"unit\":\"GiB\"}]")
                        .expect(409)
                        .detail())
                .contains("off the desk");
        device.post("/api/v1/device/waiting", "").expect(409);
        UUID late = UUID.randomUUID();
        assertThat(device.put("/api/v1/runs/" + late, run(late, "", "kernmill", "weave=100"))
                        .expect(201)
                        .json()
                        .get("state")
                        .asText())
                .isEqualTo("SET_ASIDE");
        assertThat(person.get("/api/v1/runs/" + late).json().at("/run/reason").asText())
                .isEqualTo("the device was taken off the desk before this run was sent");
        assertThat(person.get("/api/v1/setups/" + sheet.at("/setup/id").asLong())
                        .json()
                        .get("facts"))
                .isEmpty();
    }

    @Test
    void aDeviceIsSeenAndEnded() {
        long sitting = onDesk("PHONE").get("sitting").asLong();
        Api device = Api.bearer(port, deviceToken(sitting));
        device.get("/api/v1/device/sitting").expect(200);
        JsonNode joined = person.get("/api/v1/sittings/" + sitting + "/devices").json();
        assertThat(joined.findValuesAsText("name")).containsExactly("runner 0.1.0");
        assertThat(joined.get(0).get("lastUsedAt")).isNotNull();
        person.delete("/api/v1/sittings/" + sitting + "/devices/"
                        + joined.get(0).get("id").asText())
                .expect(204);
        device.get("/api/v1/device/sitting").expect(401);
        assertThat(person.get("/api/v1/sittings/" + sitting + "/history").json().findValuesAsText("what"))
                .containsExactly("OPENED", "CODE_MADE", "JOINED");
    }

    @Test
    void noHistoryCanBeForgedByANameThatACallerChose() {
        long suite = suite("kernmill", "processor");
        JsonNode sheet = onDesk("LAPTOP", suite);
        long sitting = sheet.get("sitting").asLong();
        String code = person.post("/api/v1/sittings/" + sitting + "/codes", "")
                .json()
                .get("code")
                .asText();
        String token = Api.anonymous(port)
                .post("/api/v1/device/pairings", "{\"code\":\"" + code + "\",\"program\":\"Wren Alder\"}")
                .expect(201)
                .json()
                .get("token")
                .asText();
        UUID id = UUID.randomUUID();
        Api.bearer(port, token)
                .put("/api/v1/runs/" + id, run(id, "", "kernmill", "weave=100"))
                .expect(201);
        assertThat(person.get("/api/v1/runs/" + id).json().get("history").findValuesAsText("who"))
                .containsExactly("device by Wren Alder");
    }

    @Test
    void aDevicesWrongClockIsMendedAndToldInTheHistory() {
        long suite = suite("kernmill", "processor");
        long sitting = onDesk("LAPTOP", suite).get("sitting").asLong();
        String code = person.post("/api/v1/sittings/" + sitting + "/codes", "")
                .json()
                .get("code")
                .asText();
        String token = Api.anonymous(port)
                .post(
                        "/api/v1/device/pairings",
                        "{\"code\":\"" + code + "\",\"program\":\"runner\",\"clock\":\""
                                + java.time.Instant.now().plusSeconds(366L * 86_400) + "\"}")
                .expect(201)
                .json()
                .get("token")
                .asText();
        UUID id = UUID.randomUUID();
        String ahead = run(id, "", "kernmill", "weave=100").replace("2026-05-04", "2027-05-05");
        Api device = Api.bearer(port, token);
        device.put("/api/v1/runs/" + id, ahead).expect(201);
        JsonNode kept = person.get("/api/v1/runs/" + id).json();
        assertThat(kept.at("/run/startedAt").asText()).startsWith("2026-05-04T");
        assertThat(kept.get("history").get(0).get("reason").asText()).startsWith("the device's clock was 36");
        device.put("/api/v1/runs/" + id, ahead).expect(200);
    }

    @Test
    void scriptsHaveTokensWithAnEndAndMakeNone() {
        String secret = person.post("/api/v1/access/tokens", "{\"name\":\"nightly\",\"days\":3}")
                .expect(201)
                .json()
                .get("secret")
                .asText();
        Api script = Api.bearer(port, secret);
        script.get("/api/v1/runs").expect(200);
        script.get("/api/v1/access/tokens").expect(403);
        script.post("/api/v1/access/tokens", "{\"name\":\"more\",\"days\":3}").expect(403);
        script.post("/api/v1/models", "{\"maker\":\"Ostrel\",\"name\":\"Scripted\",\"kind\":\"LAPTOP\"}")
                .expect(201);
        assertThat(jdbc.queryForObject(
                        "select e.who from record_event e join model m on e.record_id = m.id and e.kind = 'MODEL'"
                                + " where m.name = 'Scripted'",
                        String.class))
                .isEqualTo("script nightly");
        JsonNode own = person.get("/api/v1/access/tokens").json().get(0);
        assertThat(own.get("name").asText()).isEqualTo("nightly");
        person.delete("/api/v1/access/tokens/" + own.get("id").asText()).expect(204);
        script.get("/api/v1/runs").expect(401);
        assertThat(person.get("/api/v1/access/events").json().findValuesAsText("what"))
                .contains("TOKEN_MADE", "TOKEN_ENDED", "SIGNED_IN");
        assertThat(person.post("/api/v1/access/tokens", "{\"name\":\" \",\"days\":0}")
                        .expect(422)
                        .detail())
                .startsWith("name");
    }

    @Test
    void strangersLeaveNoSessionBehind() {
        Api stranger = Api.anonymous(port);
        long before = jdbc.queryForObject("select count(*) from SPRING_SESSION", Long.class);
        for (int i = 0; i < 20; i++) {
            stranger.get("/api/v1/runs?page=" + i).expect(401);
            stranger.get("/").expect(200);
        }
        assertThat(jdbc.queryForObject("select count(*) from SPRING_SESSION", Long.class))
                .isEqualTo(before);
    }

    @Test
    void whatAnotherPortSendsIsRefused() throws Exception {
        HttpResponse<String> refused = send("POST", "/api/v1/boards", "Sec-Fetch-Site", "same-site");
        assertThat(refused.statusCode()).isEqualTo(403);
        assertThat(refused.body()).contains("from another page than ours");
        assertThat(send("GET", "/api/v1/session", "Sec-Fetch-Site", "cross-site")
                        .statusCode())
                .isEqualTo(200);
        // The token counts in the header only: a form could send it in its body.
        String token = person.get("/api/v1/session")
                .response()
                .headers()
                .firstValue("Set-Cookie")
                .orElse("");
        assertThat(person.send("POST", "/api/v1/boards", "_csrf=" + token, "application/x-www-form-urlencoded")
                        .status())
                .isEqualTo(415);
        assertThat(person.send("POST", "/api/v1/suites", "key: x", "text/plain").status())
                .isEqualTo(415);
    }

    @Test
    void errorsSayWhatTheyAre() {
        assertThat(person.get("/api/v1/nothing").status()).isEqualTo(404);
        assertThat(Api.anonymous(port).get("/assets/gone.js").status()).isEqualTo(404);
        assertThat(person.get("/api/v1/standings/why").expect(400).detail()).isEqualTo("subject: is missing");
        assertThat(person.get("/api/v1/runs?page=few").expect(400).detail())
                .isEqualTo("page: \"few\" is not a whole number that fits");
        assertThat(person.get("/api/v1/runs?state=GONE").expect(400).detail())
                .isEqualTo("state: \"GONE\" is not one of DONE, FAILED, SET_ASIDE");
        assertThat(person.post("/api/v1/models", "{\"maker\":[]}").expect(400).detail())
                .isEqualTo("what was sent is not the JSON expected at maker: what stands here is not a text");
    }

    @Test
    void filesOfThePageCarryNoCookieAndAreToldHowToBeUsed() {
        var headers = Api.anonymous(port).get("/").response().headers();
        assertThat(headers.firstValue("Set-Cookie")).isEmpty();
        assertThat(headers.firstValue("Referrer-Policy")).contains("no-referrer");
        assertThat(headers.firstValue("Permissions-Policy").orElse("")).contains("camera=()");
    }

    private HttpResponse<String> send(String method, String path, String header, String value) throws Exception {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                                .header(header, value)
                                .header("Content-Type", "application/json")
                                .method(
                                        method,
                                        method.equals("GET")
                                                ? HttpRequest.BodyPublishers.noBody()
                                                : HttpRequest.BodyPublishers.ofString("{}"))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }
}
