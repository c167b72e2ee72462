package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class CatalogueTest extends ServerTest {

    private static final String DETAILS = """
            {"prices":[{"amount":"640.00","currency":"EUR","on":"2026-05-04","variant":"16 GiB"}],"specification":[],
            "claims":[{"suite":"claimmill","metric":"weave","text":"200"}],"pros":["quiet"],"cons":[],"missing":[],"tags":["night"]}""";

    private JsonNode sheet;
    private long model;

    @BeforeEach
    void device() {
        sheet = onDesk("MINI", suite("claimmill", "processor"));
        model = sheet.at("/setup/modelId").asLong();
    }

    private String edit(String details, int edition) {
        return "{\"maker\":\"Ostrel\",\"name\":\"" + sheet.at("/setup/model").asText()
                + "\",\"kind\":\"MINI\",\"year\":2026," + "\"details\":" + details + ",\"edition\":" + edition + "}";
    }

    @Test
    void anEditedModelKeepsItsHistoryAndNobodyOverwritesAnother() {
        JsonNode edited = person.put("/api/v1/models/" + model, edit(DETAILS, 0))
                .expect(200)
                .json();
        assertThat(edited.get("edition").asInt()).isEqualTo(1);
        assertThat(edited.at("/details/prices/0/variant").asText()).isEqualTo("16 GiB");
        assertThat(person.put("/api/v1/models/" + model, edit(DETAILS, 0))
                        .expect(409)
                        .detail())
                .contains("Somebody else changed this model");
        JsonNode history = person.get("/api/v1/profiles/models/" + model).json().get("history");
        assertThat(history.get(1).get("reason").asText()).contains("year null → 2026", "pros + quiet");
    }

    @Test
    void aKindInOnesOwnWordsIsOneHoweverItIsWrittenNext() {
        String kind = "signal box";
        long first = person.post(
                        "/api/v1/models", "{\"maker\":\"Ostrel\",\"name\":\"Wave 1\",\"kind\":\"" + kind + "\"}")
                .expect(201)
                .json()
                .get("id")
                .asLong();
        JsonNode next = person.post(
                        "/api/v1/models", "{\"maker\":\"Ostrel\",\"name\":\"Wave 2\",\"kind\":\" Signal  Box \"}")
                .expect(201)
                .json();
        assertThat(next.get("kind").asText()).isEqualTo(kind);
        assertThat(person.get("/api/v1/profiles/models/" + first)
                        .json()
                        .at("/model/kind")
                        .asText())
                .isEqualTo(kind);
        assertThat(person.get("/api/v1/search?q=signal").json().findValuesAsText("title"))
                .contains("Ostrel Wave 1");
        person.post("/api/v1/models", "{\"maker\":\"Ostrel\",\"name\":\"Wave 3\",\"kind\":\" \"}")
                .expect(400);
    }

    @Test
    void everyUnfitFieldIsNamed() {
        String bad = DETAILS.replace("640.00", "cheap").replace("EUR", "EURO").replace("\"200\"", "\"-1\"");
        assertThat(person.put("/api/v1/models/" + model, edit(bad, 0))
                        .expect(422)
                        .json()
                        .get("violations")
                        .findValuesAsText("field"))
                .containsExactly("details.prices[0].amount", "details.prices[0].currency", "details.claims[0].text");
    }

    @Test
    void whatIsKeptOfTheWholeCatalogueFollowsEveryChangeAtOnce() {
        assertThat(found("hollin 7")).isEmpty();
        long added = person.post("/api/v1/models", "{\"maker\":\"Ostrel\",\"name\":\"Hollin 7\",\"kind\":\"BOARD\"}")
                .json()
                .get("id")
                .asLong();
        assertThat(found("hollin 7")).containsExactly("Ostrel Hollin 7");
        long unit = person.post("/api/v1/models/" + added + "/units", "{\"label\":\"Q9\"}")
                .json()
                .get("id")
                .asLong();
        assertThat(found("hollin q9")).containsExactly("Ostrel Hollin 7, unit Q9");
        person.put("/api/v1/units/" + unit, "{\"label\":\"R4\"}").expect(200);
        assertThat(found("hollin q9")).isEmpty();
        assertThat(found("hollin r4")).containsExactly("Ostrel Hollin 7, unit R4");
        String renamed = edit(DETAILS, 0).replace(sheet.at("/setup/model").asText(), "Rowan 5");
        person.put("/api/v1/models/" + model, renamed).expect(200);
        assertThat(found("rowan 5")).contains("Ostrel Rowan 5");
        // A change that is refused leaves nothing behind.
        person.put("/api/v1/models/" + model, renamed.replace("Rowan 5", "Hollin 7"))
                .expect(409);
        assertThat(found("rowan 5")).contains("Ostrel Rowan 5");
        assertThat(person.get("/api/v1/models").json().findValuesAsText("name")).contains("Rowan 5", "Hollin 7");
    }

    /** Keeps a run on the device of the test; returns its id. */
    private String kept(String reading) {
        return keep(sheet.get("sitting").asLong(), "claimmill", reading)
                .json()
                .get("id")
                .asText();
    }

    private List<String> found(String words) {
        return person.get("/api/v1/search?q=" + words.replace(" ", "%20"))
                .json()
                .findValuesAsText("title");
    }

    private static JsonNode run(String id) {
        return JsonNodeFactory.instance.objectNode().put("at", "RUN").put("id", id);
    }

    @Test
    void runsAreFoundByWordsOfTheirSuiteTheirSetupAndWhatWasWrittenOfThem() {
        String name = sheet.at("/setup/model").asText();
        String id = kept("weave=141");
        String both = "claimm%20" + name.replace(" ", "%20");
        JsonNode hit = person.get("/api/v1/search?q=" + both).json().get(0);
        assertThat(hit.get("kind").asText()).isEqualTo("RUN");
        assertThat(hit.get("about").asText()).matches("(one run|\\d+ runs), setup of unit A");
        assertThat(hit.at("/place/at").asText()).isEqualTo("RUNS");
        assertThat(hit.at("/place/setup").asLong())
                .isEqualTo(sheet.at("/setup/id").asLong());
        assertThat(person.get("/api/v1/runs?suite=" + hit.at("/place/suite") + "&setup=" + hit.at("/place/setup"))
                        .json()
                        .get("rows")
                        .findValuesAsText("id"))
                .contains(id);
        person.post("/api/v1/runs/" + id + "/set-aside", "{\"reason\":\"marshlight in the lens\"}")
                .expect(200);
        assertThat(person.get("/api/v1/search?q=marshl%20" + both).json().findValues("place"))
                .containsExactly(run(id));
        assertThat(person.get("/api/v1/search?q=marshl%20absent").json()).isEmpty();
    }

    @Test
    void aSuiteLeftOutOnPurposeStandsAmongTheScoresWithItsReason() {
        long left = suite("leftmill", "processor");
        long sitting = sheet.get("sitting").asLong();
        person.post("/api/v1/sittings/" + sitting + "/suites", "{\"suites\":[" + left + "]}")
                .expect(200);
        person.put(
                        "/api/v1/sittings/" + sitting + "/suites/" + left,
                        "{\"gapReason\":\"does not install on this system\"}")
                .expect(200);
        assertThat(person.get("/api/v1/profiles/models/" + model)
                        .json()
                        .get("suites")
                        .findValuesAsText("key"))
                .contains("leftmill");
        String pools = "/api/v1/scores?setup=" + sheet.at("/setup/id").asText() + "&suite=";
        assertThat(person.get(pools + left).json().at("/0/gap").asText()).isEqualTo("does not install on this system");
        kept("weave=140");
        JsonNode measured = person.get(pools + sheet.at("/rows/0/suite/id").asText())
                .expect(200)
                .json()
                .get(0);
        assertThat(measured.has("own")).isTrue();
        assertThat(measured.has("gap")).isFalse();
    }

    @Test
    void aUnitIsEditedAndTheHistoryOfItsModelSaysWhat() {
        long unit = sheet.at("/setup/unitId").asLong();
        person.post("/api/v1/models/" + model + "/units", "{\"label\":\"B\"}").expect(201);
        assertThat(person.put("/api/v1/units/" + unit, "{\"label\":\"B\"}")
                        .expect(409)
                        .detail())
                .isEqualTo("This model has a unit B already.");
        assertThat(person.put("/api/v1/units/" + unit, "{\"label\":\" \",\"variant\":\"" + "x".repeat(81) + "\"}")
                        .expect(422)
                        .json()
                        .get("violations")
                        .findValuesAsText("field"))
                .containsExactly("label", "variant");
        person.put("/api/v1/units/" + unit, "{\"label\":\"A2\",\"variant\":\"16 GiB\"}")
                .expect(200);
        JsonNode profile = person.get("/api/v1/profiles/models/" + model).json();
        assertThat(profile.at("/model/units/0/variant").asText()).isEqualTo("16 GiB");
        assertThat(profile.get("history").findValuesAsText("reason"))
                .contains("unit A: label A → A2; variant none → 16 GiB");
        person.put("/api/v1/units/999999", "{\"label\":\"A\"}").expect(404);
        Api.Answer late = person.put("/api/v1/units/" + unit, "{\"label\":\"A3\",\"edition\":0}")
                .expect(409);
        assertThat(late.json().at("/current/label").asText()).isEqualTo("A2");
        assertThat(late.json().at("/current/edition").asInt()).isEqualTo(1);
    }

    @Test
    void aClaimIsAShareOfWhatWasMeasured() {
        person.put("/api/v1/models/" + model, edit(DETAILS, 0)).expect(200);
        assertThat(person.get("/api/v1/profiles/models/" + model)
                        .json()
                        .at("/claims/0/gap")
                        .asText())
                .isEqualTo("not measured");
        keep(sheet.get("sitting").asLong(), "claimmill", "weave=142");
        JsonNode profile = person.get("/api/v1/profiles/models/" + model).json();
        assertThat(profile.at("/claims/0/share").asDouble()).isEqualTo(.71, org.assertj.core.data.Offset.offset(1e-9));
        assertThat(profile.get("runs").asInt()).isEqualTo(1);
        assertThat(profile.at("/suites/0/key").asText()).isEqualTo("claimmill");
    }

    @Test
    void aChangeIsToldFromNoiseGroupByGroup() {
        long sitting = sheet.get("sitting").asLong();
        for (String x : new String[] {"100", "101", "99"}) {
            keep(sitting, "claimmill", "weave=" + x, "forge=200", "wait=10.0");
        }
        JsonNode next = person.post(
                        "/api/v1/sittings/" + sitting + "/changes",
                        "{\"change\":{\"name\":\"new paste\",\"facts\":[]},\"suites\":[],\"closeBefore\":true}")
                .expect(201)
                .json();
        for (String x : new String[] {"120", "121", "119"}) {
            keep(next.get("sitting").asLong(), "claimmill", "weave=" + x, "forge=240", "wait=8.0");
        }
        JsonNode effect = person.get("/api/v1/profiles/models/" + model).json().at("/setups/1/effects/0");
        assertThat(effect.get("tests").asInt()).isEqualTo(3);
        assertThat(effect.get("change").asDouble()).isBetween(.2, .22);
        assertThat(effect.get("low").asDouble()).isPositive();
    }

    @Test
    void aPartGathersEveryDeviceThatHasIt() {
        Api.bearer(port, deviceToken(sheet.get("sitting").asLong()))
                .put("/api/v1/device/facts", "[{\"key\":\"cpu.model\",\"value\":\"Maren M9-1\"}]")
                .expect(200);
        JsonNode part = person.get("/api/v1/profiles/facts?key=cpu.model&value=Maren%20M9-1")
                .expect(200)
                .json();
        assertThat(part.get("words").asText()).isEqualTo("Processor");
        assertThat(part.at("/bearers/0/setup/modelId").asLong()).isEqualTo(model);
        assertThat(person.get("/api/v1/profiles/parts").json().findValuesAsText("value"))
                .contains("Maren M9-1");
        assertThat(person.get("/api/v1/search?q=maren%20m9")
                        .json()
                        .get(0)
                        .get("kind")
                        .asText())
                .isEqualTo("PART");
    }

    @Test
    void anythingIsFoundByTheBeginningsOfItsWords() {
        String name = sheet.at("/setup/model").asText();
        String id = kept("weave=142");
        person.post("/api/v1/runs/" + id + "/set-aside", "{\"reason\":\"quagmire underfoot\"}")
                .expect(200);
        assertThat(person.get("/api/v1/search?q=quagm").json().at("/0/place")).isEqualTo(run(id));
        assertThat(person.get("/api/v1/search?q=ostr%20" + name.replace(" ", "%20"))
                        .json()
                        .at("/0/place/id")
                        .asLong())
                .isEqualTo(model);
        assertThat(person.get("/api/v1/search?q=claimm").json().at("/0/kind").asText())
                .isEqualTo("SUITE");
        assertThat(person.get("/api/v1/search?q=").json()).isEmpty();
        assertThat(person.get("/api/v1/search?q=%22%2B*").json()).isEmpty();
    }

    @Test
    void aSuiteTellsItsNoiseAndSpread() {
        long sitting = sheet.get("sitting").asLong();
        keep(sitting, "claimmill", "weave=100");
        keep(sitting, "claimmill", "weave=102");
        long suite = sheet.at("/rows/0/suite/id").asLong();
        JsonNode weave = person.get("/api/v1/profiles/suites/" + suite).json().at("/metrics/0");
        assertThat(weave.get("setups").asInt()).isPositive();
        assertThat(weave.get("noise").asDouble()).isPositive();
        assertThat(weave.get("lowest").asDouble())
                .isLessThanOrEqualTo(weave.get("highest").asDouble());
    }

    @Test
    void evidenceIsStoredOnceByItsContentAndShownAsWhatItIs() throws IOException {
        String run = keep(sheet.get("sitting").asLong(), "claimmill", "weave=142")
                .json()
                .get("id")
                .asText();
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(800, 400, BufferedImage.TYPE_INT_RGB), "png", png);
        JsonNode first = person.upload("/api/v1/runs/" + run + "/evidence?name=screen.png", png.toByteArray())
                .expect(201)
                .json();
        JsonNode again = person.upload("/api/v1/runs/" + run + "/evidence?name=other.png", png.toByteArray())
                .expect(201)
                .json();
        assertThat(again.get("id")).isEqualTo(first.get("id"));
        assertThat(first.get("thumbnail").asBoolean()).isTrue();
        assertThat(first.get("mediaType").asText()).isEqualTo("image/png");
        Api.Answer thumbnail = person.get(
                        "/api/v1/evidence/" + first.get("hash").asText() + "/thumbnail")
                .expect(200);
        assertThat(thumbnail
                        .response()
                        .headers()
                        .firstValue("content-security-policy")
                        .orElseThrow())
                .contains("sandbox");
        assertThat(person.get("/api/v1/profiles/models/" + model).json().get("evidence"))
                .hasSize(1);

        String path = "/api/v1/runs/" + run + "/evidence/" + first.get("id").asLong();
        person.delete(path).expect(204);
        assertThat(person.get("/api/v1/runs/" + run + "/evidence").json()).isEmpty();
        person.post(path + "/put-back", "").expect(204);
        assertThat(person.get("/api/v1/runs/" + run + "/evidence").json()).hasSize(1);
    }

    @Test
    void whatIsNoEvidenceIsRefusedByItsContent() {
        String run = keep(sheet.get("sitting").asLong(), "claimmill", "weave=142")
                .json()
                .get("id")
                .asText();
        String path = "/api/v1/runs/" + run + "/evidence?name=screen.png";
        assertThat(person.upload(path, new byte[] {1, 2, 3, 0}).expect(422).detail())
                .contains("no PNG, JPEG, WebP, PDF or plain text by what is in it");
        byte[] broken = Arrays.copyOf("\u0089PNG\r\n\u001a\n".getBytes(StandardCharsets.ISO_8859_1), 60);
        assertThat(person.upload(path, broken).expect(422).detail()).contains("cannot be read as one");
        assertThat(person.upload(path, new byte[0]).status()).isBetween(400, 422);
        assertThat(person.upload(path, new byte[10 * 1024 * 1024 + 1])
                        .expect(422)
                        .detail())
                .contains("more than 10 MB");
        assertThat(person.upload(path, "weave 142 points".getBytes(StandardCharsets.UTF_8))
                        .expect(201)
                        .json()
                        .get("mediaType")
                        .asText())
                .isEqualTo("text/plain");
    }
}
