package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class SetupsTest extends ServerTest {

    private long suite;
    private JsonNode first;

    @BeforeEach
    void device() {
        suite = suite("slipmill", "processor");
        first = onDesk("LAPTOP", suite);
        facts(first, "8", "one", "61");
    }

    private void facts(JsonNode sheet, String memory, String channels, String free) {
        Api.bearer(port, deviceToken(sheet.get("sitting").asLong()))
                .put(
                        "/api/v1/device/facts",
                        "[{\"key\":\"memory.size\",\"value\":\"" + memory + "\",\"unit\":\"GiB\"},"
                                + "{\"key\":\"memory.channels\",\"value\":\"" + channels + "\"},"
                                + "{\"key\":\"drive.free\",\"value\":\"" + free + "\",\"unit\":\"GB\"}]")
                .expect(200);
    }

    private Api.Answer change(String name, String facts) {
        return person.post(
                "/api/v1/sittings/" + first.get("sitting").asLong() + "/changes",
                "{\"change\":{\"name\":\"" + name + "\",\"facts\":[" + facts + "]},\"suites\":[" + suite
                        + "],\"closeBefore\":true}");
    }

    private static JsonNode difference(JsonNode setup, String key) {
        for (JsonNode d : setup.get("differences")) {
            if (d.get("key").asText().equals(key)) {
                return d;
            }
        }
        throw new AssertionError(key + " is not in " + setup.get("differences"));
    }

    @Test
    void aDerivedSetupTakesEverythingOverAndTheReadingShowsWhatElseChanged() {
        JsonNode next = change("second module", "{\"key\":\"memory.size\",\"value\":\"16\",\"unit\":\"GiB\"}")
                .expect(201)
                .json();
        assertThat(next.at("/setup/parentName").asText()).isEqualTo("as shipped");
        assertThat(next.at("/setup/differences")).hasSize(1);
        assertThat(next.at("/setup/facts").findValuesAsText("origin")).contains("COPIED", "TYPED");

        facts(next, "16", "two", "60");

        JsonNode setup = person.get("/api/v1/setups/" + next.at("/setup/id").asLong())
                .expect(200)
                .json();
        assertThat(difference(setup, "memory.size").get("standing").asText()).isEqualTo("MEANT");
        JsonNode channels = difference(setup, "memory.channels");
        assertThat(channels.get("standing").asText()).isEqualTo("UNMEANT");
        assertThat(channels.get("before").asText()).isEqualTo("one");
        assertThat(channels.get("affects").toString()).contains("GRAPHICS");
        // 61 GB and 60 GB are the same within the tolerance of the dictionary.
        assertThat(setup.get("differences")).hasSize(2);
        assertThat(setup.get("facts").findValuesAsText("origin")).doesNotContain("COPIED");
    }

    @Test
    void aDifferenceIsCalledMeantOrACaveatAndTheHistoryKnowsWho() {
        JsonNode next = change("second module", "{\"key\":\"memory.size\",\"value\":\"16\",\"unit\":\"GiB\"}")
                .json();
        facts(next, "16", "two", "48");
        long id = next.at("/setup/id").asLong();

        JsonNode called = person.put(
                        "/api/v1/setups/" + id + "/calls/memory.channels",
                        "{\"meant\":false,\"note\":\"came with the module\"}")
                .expect(200)
                .json();

        assertThat(difference(called, "memory.channels").get("standing").asText())
                .isEqualTo("CAVEAT");
        assertThat(difference(called, "memory.channels").get("note").asText()).isEqualTo("came with the module");
        JsonNode history = person.get("/api/v1/setups/" + id + "/history").json();
        assertThat(history.findValuesAsText("what")).containsExactly("ADDED", "FACTS_READ", "CALLED_CAVEAT");
        assertThat(history.get(1).get("who").asText()).isEqualTo("device by runner 0.1.0");
        assertThat(history.get(2).get("reason").asText()).isEqualTo("Channels one → two: came with the module");
        assertThat(history.get(2).get("who").asText()).isEqualTo("Wren Alder");
        assertThat(person.put("/api/v1/setups/" + id + "/calls/cpu.model", "{\"meant\":true}")
                        .expect(422)
                        .detail())
                .contains("cpu.model is not different");
    }

    @Test
    void aChangeSaysWhatIsWrongWithItAndKeepsNothing() {
        assertThat(change("as shipped", "").expect(409).detail()).contains("name the new one by what was changed");
        JsonNode violations = change("x", "{\"key\":\"Memory\",\"value\":\"plenty\"},{\"key\":\"memory.size\"}")
                .expect(422)
                .json()
                .get("violations");
        assertThat(violations.findValuesAsText("field")).containsExactly("facts[0]", "facts[1]");
        assertThat(violations.get(1).get("message").asText()).isEqualTo("memory.size is unknown without a reason");
    }

    @Test
    void aSetupThatIsAsItWasBeforeSaysSo() {
        JsonNode next = change("moved to the shelf", "").expect(201).json();
        assertThat(next.at("/setup/sameAs").asText()).isEqualTo("as shipped");
    }

    @Test
    void severalSetupsAreHeldAgainstEachOther() {
        JsonNode next = change("second module", "{\"key\":\"memory.size\",\"value\":\"16\",\"unit\":\"GiB\"}")
                .json();
        String ids = "id=" + first.at("/setup/id").asLong() + "&id="
                + next.at("/setup/id").asLong();
        JsonNode rows = person.get("/api/v1/setups/compared?" + ids).expect(200).json();
        assertThat(rows.findValuesAsText("key")).containsExactly("memory.size", "memory.channels", "drive.free");
        assertThat(rows.get(0).get("values").toString()).isEqualTo("[\"8 GiB\",\"16 GiB\"]");
        assertThat(rows.findValuesAsText("differs")).containsExactly("true", "false", "false");
        person.get("/api/v1/setups/compared?id=1").expect(422);
    }

    @Test
    void aDeskAddsFactsOfItsOwn() {
        String fact =
                "{\"key\":\"desk.shelf\",\"words\":\"Shelf\",\"group\":\"OTHER\",\"type\":\"TEXT\",\"affects\":[]}";
        person.post("/api/v1/facts", fact).expect(201);
        assertThat(person.post("/api/v1/facts", fact).expect(409).detail()).contains("it is called \"Shelf\"");
        assertThat(person.post("/api/v1/facts", fact.replace("desk.shelf", "Shelf"))
                        .expect(422)
                        .detail())
                .contains("a fact's key is words in lower case");
        JsonNode all = person.get("/api/v1/facts").json();
        assertThat(all.size()).isGreaterThan(80);
        assertThat(all.findValuesAsText("key")).contains("desk.shelf");
        JsonNode next =
                change("moved", "{\"key\":\"desk.shelf\",\"value\":\"upper\"}").json();
        assertThat(next.at("/setup/facts").findValuesAsText("name")).contains("Shelf");
    }

    @Test
    void conditionsAndTheRoomGoWithTheRuns() {
        long sitting = first.get("sitting").asLong();
        String path = "/api/v1/sittings/" + sitting;
        person.put(path + "/room", "{\"temperature\":200}").expect(422);
        person.put(path + "/room", "{\"temperature\":21.5}").expect(200);
        String id = keep(sitting, "slipmill", "weave=100").json().get("id").asText();
        assertThat(person.get("/api/v1/runs/" + id)
                        .json()
                        .get("roomTemperature")
                        .asDouble())
                .isEqualTo(21.5);
    }

    @Test
    void aSuiteIsLeftOutWithAReasonAndTakenInAgain() {
        String path = "/api/v1/sittings/" + first.get("sitting").asLong() + "/suites/" + suite;
        JsonNode out = person.put(path, "{\"gapReason\":\"needs a network\"}")
                .expect(200)
                .json();
        assertThat(out.at("/rows/0/state").asText()).isEqualTo("LEFT_OUT");
        assertThat(out.get("minutesLeft").asDouble()).isZero();
        assertThat(person.put(path, "{\"repeats\":1}")
                        .json()
                        .at("/rows/0/repeats")
                        .asInt())
                .isEqualTo(1);
        assertThat(person.put(path, "{\"repeats\":99}").expect(422).detail()).contains("are 1 to 20");
    }
}
