package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What stands there twice becomes one, what nothing hangs on goes, and a whole setup is flagged. */
class TidyTest extends ServerTest {

    private static final String SHEET =
            "key: %s\\nversion: \\\"1\\\"\\nname: Tidymill\\ngroup: processor\\nmetrics:\\n  - {key: one, name: One, unit: points, decimals: 0}\\nfaults:\\n"
                    + "  - {metric: one, where: {board: nowhere}, note: never here}\\n";

    private String key;
    private long suite;

    @BeforeEach
    void aSuite() {
        key = "tidymill-" + UUID.randomUUID().toString().substring(0, 8);
        suite = person.post("/api/v1/sheets", "{\"text\":\"" + SHEET.formatted(key) + "\"}")
                .expect(201)
                .json()
                .get("id")
                .asLong();
    }

    private JsonNode device() {
        return onDesk("BOARD", suite);
    }

    private long run(JsonNode sheet, String value) {
        keep(sheet.get("sitting").asLong(), key, "one=" + value);
        return sheet.at("/setup/id").asLong();
    }

    private JsonNode scores(long setup) {
        return person.get("/api/v1/scores?suite=" + suite + "&setup=" + setup)
                .expect(200)
                .json();
    }

    private JsonNode setup(long id) {
        return person.get("/api/v1/setups/" + id).json();
    }

    private static String into(long id) {
        return "{\"into\":" + id + "}";
    }

    @Test
    void aModelThatStandsThereTwiceBecomesOneAndItsRunsMove() {
        JsonNode first = device();
        JsonNode second = device();
        long kept = run(first, "100");
        long gone = run(second, "110");
        long keptModel = setup(kept).get("modelId").asLong();
        long goneModel = setup(gone).get("modelId").asLong();
        assertThat(scores(kept).at("/0/own/of").asInt()).isEqualTo(2);
        person.post("/api/v1/models/" + goneModel + "/merge", into(goneModel)).expect(409);
        // A view that was kept follows, and one of another number does not.
        String name = "Two of " + key;
        person.post(
                        "/api/v1/boards",
                        "{\"page\":\"SIDE_BY_SIDE\",\"name\":\"" + name + "\",\"address\":\"?s=setup-" + gone
                                + "&s=setup-" + gone + "7\"}")
                .expect(201);
        person.post("/api/v1/models/" + goneModel + "/merge", into(keptModel)).expect(204);
        JsonNode boards = person.get("/api/v1/boards").json();
        assertThat(boards.findValuesAsText("address")).contains("?s=setup-" + kept + "&s=setup-" + gone + "7");
        // The units had the same label, and so had the setups: two runs of one setup, and nobody else.
        JsonNode own = scores(kept).at("/0/own");
        assertThat(own.get("of").asInt()).isEqualTo(1);
        assertThat(own.get("value").asDouble()).isBetween(104.0, 106.0);
        person.get("/api/v1/setups/" + gone).expect(404);
        assertThat(person.get("/api/v1/models").json())
                .noneMatch(model -> model.get("id").asLong() == goneModel);
        assertThat(person.get("/api/v1/setups/" + kept + "/history").json().toString())
                .contains("became part of it with one run");
    }

    @Test
    void setupsOfOneModelMergeAndThoseOfTwoDoNot() {
        JsonNode first = device();
        long before = run(first, "100");
        JsonNode changed = person.post(
                        "/api/v1/sittings/" + first.get("sitting").asLong() + "/changes",
                        "{\"change\":{\"name\":\"by mistake\",\"facts\":[]},\"suites\":[" + suite
                                + "],\"closeBefore\":true}")
                .expect(201)
                .json();
        long after = run(changed, "120");
        assertThat(person.post("/api/v1/setups/" + after + "/merge", into(run(device(), "90")))
                        .expect(409)
                        .detail())
                .contains("merge the models first");
        person.post("/api/v1/setups/" + after + "/merge", into(before)).expect(204);
        assertThat(scores(before).at("/0/own/value").asDouble()).isBetween(109.0, 110.0);
        person.get("/api/v1/setups/" + after).expect(404);
    }

    @Test
    void onlyWhatNothingHangsOnIsDeleted() {
        long used = run(device(), "100");
        JsonNode bare = device();
        long setup = bare.at("/setup/id").asLong();
        long model = setup(setup).get("modelId").asLong();
        assertThat(person.delete("/api/v1/setups/" + used).expect(409).detail())
                .isEqualTo("It cannot be deleted: it has runs: nothing that was measured is deleted.");
        person.delete("/api/v1/models/" + setup(used).get("modelId").asLong()).expect(409);
        person.delete("/api/v1/models/" + model).expect(204);
        person.get("/api/v1/setups/" + setup).expect(404);
        assertThat(person.get("/api/v1/sittings").json().findValuesAsText("sitting"))
                .doesNotContain(bare.get("sitting").asText());
    }

    @Test
    void aFlagOnASetupIsOnItsRunsAndOnThoseToComeAndComesOffThemOnly() {
        JsonNode sheet = device();
        long sitting = sheet.get("sitting").asLong();
        long setup = run(sheet, "100");
        String own = keep(sitting, key, "one=101").json().get("id").asText();
        person.put("/api/v1/runs/" + own + "/flags", "{\"flags\":[\"MAKER_TUNING\"]}")
                .expect(200);
        person.put("/api/v1/setups/" + setup + "/flags/MAKER_TUNING", "{\"note\":\"only in this list\"}")
                .expect(200);
        assertThat(scores(setup).at("/0/own").isMissingNode()).isTrue();
        String later = keep(sitting, key, "one=102").json().get("id").asText();
        assertThat(person.get("/api/v1/runs/" + later).json().at("/run/flags/0").asText())
                .isEqualTo("MAKER_TUNING");
        JsonNode flags = person.get("/api/v1/setups/" + setup + "/flags").json();
        assertThat(flags.at("/0/note").asText()).isEqualTo("only in this list");
        assertThat(person.delete("/api/v1/setups/" + setup + "/flags/MAKER_TUNING")
                        .expect(200)
                        .json())
                .isEmpty();
        assertThat(person.get("/api/v1/runs/" + later).json().at("/run/flags")).isEmpty();
        assertThat(person.get("/api/v1/runs/" + own).json().at("/run/flags")).hasSize(1);
        assertThat(scores(setup).at("/0/own/value").asDouble()).isBetween(100.9, 101.1);
    }
}
