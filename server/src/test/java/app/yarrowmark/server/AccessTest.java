package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

class AccessTest extends ServerTest {

    @Autowired
    JdbcTemplate jdbc;

    @Test
    void strangersSeeNothing() {
        Api stranger = Api.anonymous(port);
        assertThat(stranger.get("/api/v1/runs").expect(401).detail()).isEqualTo("Sign in first.");
        assertThat(stranger.get("/api/v1/device/sitting").expect(401).detail()).contains("pair it with a code");
        assertThat(Api.bearer(port, "guess").get("/api/v1/runs").expect(401).detail())
                .contains("not known here or has run out");
        assertThat(stranger.get("/api/v1/session")
                        .expect(200)
                        .json()
                        .get("firstAccountNeeded")
                        .asBoolean())
                .isFalse();
    }

    @Test
    void aSessionNeedsTheRightPasswordAndTheCsrfToken() {
        Api api = Api.anonymous(port);
        api.get("/api/v1/session");
        assertThat(api.post("/api/v1/session", "{\"name\":\"Wren Alder\",\"password\":\"wrong\"}")
                        .expect(401)
                        .detail())
                .isEqualTo("Name and password do not fit.");
        person.forgetCsrf();
        person.post("/api/v1/models", "{\"maker\":\"a\",\"name\":\"b\",\"kind\":\"LAPTOP\"}")
                .expect(403);
        person.get("/api/v1/session").expect(200);
        person.delete("/api/v1/session").expect(204);
        person.get("/api/v1/runs").expect(401);
    }

    @Test
    void aSecondFirstAccountIsRefused() {
        Api api = Api.anonymous(port);
        api.get("/api/v1/session");
        api.post("/api/v1/first-account", "{\"key\":\"\",\"name\":\"x\",\"password\":\"long enough now\"}")
                .expect(409);
    }

    @Test
    void passwordsAndTokensAreKeptAsDigestsOnly() {
        long sitting = onDesk("PHONE").get("sitting").asLong();
        String token = deviceToken(sitting);
        assertThat(jdbc.queryForObject("select password_hash from account limit 1", String.class))
                .startsWith("$2");
        assertThat(jdbc.queryForList("select token_hash from access_token", String.class))
                .isNotEmpty()
                .allMatch(h -> h.length() == 64 && !h.contains(token));
    }

    @Test
    void aCodeIsGoodForOneUseAndTenMinutes() {
        long sitting = onDesk("PHONE").get("sitting").asLong();
        Api device = Api.anonymous(port);
        String code = code(sitting);
        assertThat(code).matches("[A-HJKMNP-Z2-9]{6}");
        device.post("/api/v1/device/pairings", pairing(code.toLowerCase().substring(0, 3) + " " + code.substring(3)))
                .expect(201);
        assertThat(device.post("/api/v1/device/pairings", pairing(code))
                        .expect(410)
                        .detail())
                .contains("was used already");

        String late = code(sitting);
        jdbc.update("update pairing_code set expires_at = utc_timestamp() - interval 1 second where code = ?", late);
        assertThat(device.post("/api/v1/device/pairings", pairing(late))
                        .expect(410)
                        .detail())
                .contains("ran out: it was good for ten minutes");
        assertThat(device.post("/api/v1/device/pairings", pairing("00IL1O"))
                        .expect(404)
                        .detail())
                .contains("There is no code 00IL1O");
    }

    @Test
    void aDeviceReportsToItsOwnSittingOnly() {
        long suite = suite("kernmill", "processor");
        long own = onDesk("LAPTOP", suite).get("sitting").asLong();
        long other = onDesk("LAPTOP", suite).get("sitting").asLong();
        Api device = Api.bearer(port, deviceToken(own));
        UUID id = UUID.randomUUID();
        assertThat(device.put("/api/v1/runs/" + id, run(id, other, "kernmill", "weave=1"))
                        .expect(403)
                        .detail())
                .startsWith("This token is for sitting " + own + "; the run names sitting " + other);
        device.put("/api/v1/runs/" + id, run(id, "", "kernmill", "weave=1")).expect(201);
        device.get("/api/v1/runs").expect(403);
        device.post("/api/v1/sittings/" + own + "/close", "").expect(403);
    }

    @Test
    void everyAnswerIsolatesThePage() {
        var headers = Api.anonymous(port).get("/api/v1/session").response().headers();
        assertThat(headers.firstValue("Cross-Origin-Opener-Policy")).contains("same-origin");
        assertThat(headers.firstValue("Cross-Origin-Embedder-Policy")).contains("require-corp");
    }

    private String code(long sitting) {
        return person.post("/api/v1/sittings/" + sitting + "/codes", "")
                .expect(201)
                .json()
                .get("code")
                .asText();
    }

    private static String pairing(String code) {
        return "{\"code\":\"" + code + "\",\"program\":\"test\"}";
    }
}
