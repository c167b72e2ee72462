package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import com.fasterxml.jackson.databind.JsonNode;
import java.time.Instant;
import java.util.UUID;
import java.util.stream.StreamSupport;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

class PeopleTest extends ServerTest {

    @Autowired
    JdbcTemplate jdbc;

    private final String tag = UUID.randomUUID().toString().substring(0, 8);

    private JsonNode account(String name) {
        return StreamSupport.stream(person.get("/api/v1/access/people").json().spliterator(), false)
                .filter(p -> p.get("name").asText().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void anInvitedReaderSeesEverythingAndChangesNothing() {
        Api reader = join("Ida Fell " + tag, "READER");

        JsonNode session = reader.get("/api/v1/session").json();
        assertThat(session.get("name").asText()).isEqualTo("Ida Fell " + tag);
        assertThat(session.get("role").asText()).isEqualTo("READER");
        reader.get("/api/v1/runs").expect(200);
        reader.get("/api/v1/access/people").expect(200);
        assertThat(reader.post("/api/v1/models", "{\"maker\":\"a\",\"name\":\"b\",\"kind\":\"LAPTOP\"}")
                        .expect(403)
                        .detail())
                .contains("You are a reader here");

        person.put(
                        "/api/v1/access/people/" + account("Ida Fell " + tag).get("id") + "/role",
                        "{\"role\":\"REVIEWER\",\"edition\":"
                                + account("Ida Fell " + tag).get("edition") + "}")
                .expect(200);
        reader.post("/api/v1/models", "{\"maker\":\"a\",\"name\":\"b " + tag + "\",\"kind\":\"LAPTOP\"}")
                .expect(201);
        assertThat(reader.post("/api/v1/access/links", "{\"role\":\"OWNER\",\"forWhom\":\"me\",\"days\":7}")
                        .expect(403)
                        .detail())
                .isEqualTo("Only an owner of this desk may do that.");
    }

    @Test
    void aLinkIsGoodOnceAndOnlyWhileItIs() {
        String secret = invite("REVIEWER");
        Api one = newcomer();
        assertThat(one.post("/api/v1/links/look", "{\"secret\":\"" + secret + "\"}")
                        .expect(200)
                        .json()
                        .get("role")
                        .asText())
                .isEqualTo("REVIEWER");
        one.post("/api/v1/links/use", answer(secret, "Tam Reed " + tag, "short"))
                .expect(422);
        one.post("/api/v1/links/use", answer(secret, "Wren Alder", PASSWORD)).expect(422);
        one.post("/api/v1/links/use", answer(secret, "Tam Reed " + tag, PASSWORD))
                .expect(200);
        assertThat(newcomer()
                        .post("/api/v1/links/use", answer(secret, "Other " + tag, PASSWORD))
                        .expect(410)
                        .detail())
                .contains("was used already");

        String late = invite("READER");
        jdbc.update("update access_link set expires_at = utc_timestamp() - interval 1 second where used_at is null");
        assertThat(newcomer()
                        .post("/api/v1/links/look", "{\"secret\":\"" + late + "\"}")
                        .expect(410)
                        .detail())
                .contains("ran out");

        String back = invite("READER");
        String id = person.get("/api/v1/access/links").json().at("/0/id").asText();
        person.delete("/api/v1/access/links/" + id).expect(204);
        assertThat(newcomer()
                        .post("/api/v1/links/look", "{\"secret\":\"" + back + "\"}")
                        .expect(410)
                        .detail())
                .contains("taken back");
        newcomer().post("/api/v1/links/look", "{\"secret\":\"guess\"}").expect(404);
    }

    @Test
    void whoLeavesIsSignedOutWithTheirTokensAndKeepsTheirName() {
        String name = "Sil Heath " + tag;
        Api leaving = join(name, "REVIEWER");
        String token = leaving.post("/api/v1/access/tokens", "{\"name\":\"nightly\",\"days\":3}")
                .expect(201)
                .json()
                .get("secret")
                .asText();
        Api.bearer(port, token).get("/api/v1/runs").expect(200);

        person.post("/api/v1/access/people/" + account(name).get("id") + "/close", "")
                .expect(200);

        leaving.get("/api/v1/runs").expect(401);
        Api.bearer(port, token).get("/api/v1/runs").expect(401);
        assertThat(newcomer()
                        .post("/api/v1/session", "{\"name\":\"" + name + "\",\"password\":\"" + PASSWORD + "\"}")
                        .expect(401)
                        .detail())
                .contains("This account is closed");
        assertThat(account(name).has("closedAt")).isTrue();
        person.post("/api/v1/access/people/" + account(name).get("id") + "/reopen", "")
                .expect(200);
        Api.person(port, name, PASSWORD).get("/api/v1/runs").expect(200);
    }

    @Test
    void thereIsAlwaysAnOwner() {
        JsonNode owner = account("Wren Alder");
        assertThat(person.post("/api/v1/access/people/" + owner.get("id") + "/close", "")
                        .expect(409)
                        .detail())
                .contains("is the only owner");
        person.put(
                        "/api/v1/access/people/" + owner.get("id") + "/role",
                        "{\"role\":\"READER\",\"edition\":" + owner.get("edition") + "}")
                .expect(409);
    }

    @Test
    void twoOwnersWhoChangeOnePersonAtOnceAreToldOfEachOther() {
        String name = "Lin Moss " + tag;
        join(name, "READER");
        JsonNode read = account(name);
        String path = "/api/v1/access/people/" + read.get("id") + "/role";
        person.put(path, "{\"role\":\"REVIEWER\",\"edition\":" + read.get("edition") + "}")
                .expect(200);
        JsonNode told = person.put(path, "{\"role\":\"OWNER\",\"edition\":" + read.get("edition") + "}")
                .expect(409)
                .json();
        assertThat(told.at("/current/role").asText()).isEqualTo("REVIEWER");
    }

    @Test
    void aNewPasswordEndsWhatWasSignedInElsewhere() {
        String name = "Ash Cole " + tag;
        Api here = join(name, "REVIEWER");
        Api elsewhere = Api.person(port, name, PASSWORD);
        assertThat(here.get("/api/v1/account/sessions").json()).hasSize(2);
        assertThat(here.put("/api/v1/account/password", "{\"old\":\"wrong one\",\"password\":\"reed and rush\"}")
                        .expect(422)
                        .text())
                .contains("is not the password of " + name);
        here.put("/api/v1/account/password", "{\"old\":\"" + PASSWORD + "\",\"password\":\"reed and rush\"}")
                .expect(204);
        here.get("/api/v1/runs").expect(200);
        elsewhere.get("/api/v1/runs").expect(401);

        String secret = person.post("/api/v1/access/people/" + account(name).get("id") + "/reset", "")
                .expect(201)
                .json()
                .get("secret")
                .asText();
        Api back = newcomer();
        assertThat(back.post("/api/v1/links/look", "{\"secret\":\"" + secret + "\"}")
                        .json()
                        .get("name")
                        .asText())
                .isEqualTo(name);
        back.post("/api/v1/links/use", "{\"secret\":\"" + secret + "\",\"password\":\"third time now\"}")
                .expect(200);
        here.get("/api/v1/runs").expect(401);
        Api.person(port, name, "third time now");
    }

    @Test
    void aCodeOfTheAuthenticatorIsAskedForAndGoodOnce() throws Exception {
        String name = "Fen Brook " + tag;
        Api here = join(name, "REVIEWER");
        JsonNode offer =
                here.post("/api/v1/account/two-step/offers", "").expect(200).json();
        String secret = offer.get("secret").asText();
        assertThat(offer.get("address").asText()).startsWith("otpauth://totp/").contains(secret);
        here.put("/api/v1/account/two-step", "{\"secret\":\"" + secret + "\",\"code\":\"abc\"}")
                .expect(422);
        here.put("/api/v1/account/two-step", "{\"secret\":\"" + secret + "\",\"code\":\"" + code(secret, -30) + "\"}")
                .expect(204);

        Api again = newcomer();
        String sign = "{\"name\":\"" + name + "\",\"password\":\"" + PASSWORD + "\"";
        assertThat(again.post("/api/v1/session", sign + "}")
                        .expect(200)
                        .json()
                        .get("codeNeeded")
                        .asBoolean())
                .isTrue();
        again.get("/api/v1/runs").expect(401);
        String now = sign + ",\"code\":\"" + code(secret, 0) + "\"}";
        again.post("/api/v1/session", now).expect(200);
        again.get("/api/v1/runs").expect(200);
        assertThat(newcomer().post("/api/v1/session", now).expect(401).detail()).contains("wait for the next one");

        here.post("/api/v1/account/two-step/end", "{\"old\":\"" + PASSWORD + "\"}")
                .expect(204);
        Api.person(port, name, PASSWORD).get("/api/v1/runs").expect(200);
    }

    private static String code(String secret, int seconds) throws Exception {
        TimeBasedOneTimePasswordGenerator codes = new TimeBasedOneTimePasswordGenerator();
        return codes.generateOneTimePasswordString(
                new SecretKeySpec(new Base32().decode(secret), codes.getAlgorithm()),
                Instant.now().plusSeconds(seconds));
    }

    @Test
    void aTokenThatReadsOnlyDoes() {
        String token = person.post("/api/v1/access/tokens", "{\"name\":\"notebook\",\"days\":3,\"role\":\"READER\"}")
                .expect(201)
                .json()
                .get("secret")
                .asText();
        Api script = Api.bearer(port, token);
        script.get("/api/v1/runs").expect(200);
        script.post("/api/v1/models", "{\"maker\":\"a\",\"name\":\"b\",\"kind\":\"LAPTOP\"}")
                .expect(403);
        script.get("/api/v1/access/people").expect(403);
        script.get("/api/v1/account/sessions").expect(403);
    }
}
