package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.Test;

class DeskTest extends ServerTest {

    @Test
    void aSheetShowsWhereEachSuiteIs() {
        long one = suite("kernmill", "processor");
        long two = suite("siltpath", "storage");
        JsonNode sheet = onDesk("LAPTOP", one, two);
        long sitting = sheet.get("sitting").asLong();
        assertThat(sheet.get("minutesLeft").asDouble()).isEqualTo(30);

        keep(sitting, "kernmill", "weave=1");
        Api device = Api.bearer(port, deviceToken(sitting));
        device.put(
                        "/api/v1/device/progress",
                        "{\"suite\":\"siltpath\",\"partName\":\"Weave\",\"done\":0.5,\"repeat\":1,\"repeats\":3,"
                                + "\"secondsLeft\":90,\"reading\":41.8,\"unit\":\"MB/s\",\"trace\":[40,41.8]}")
                .expect(204);

        JsonNode live = person.get("/api/v1/sittings/" + sitting).expect(200).json();
        assertThat(live.at("/rows").findValuesAsText("state")).contains("PARTLY", "RUNNING");
        assertThat(live.at("/progress/secondsLeft").asInt()).isEqualTo(90);
        device.delete("/api/v1/device/progress").expect(204);
        assertThat(person.get("/api/v1/sittings/" + sitting).json().has("progress"))
                .isFalse();
        device.put(
                        "/api/v1/device/progress",
                        "{\"suite\":\"s\",\"partName\":\"p\",\"done\":2,\"repeat\":1,"
                                + "\"repeats\":1,\"secondsLeft\":0}")
                .expect(422);
    }

    @Test
    void aDeviceLeavesAndComesBack() {
        long sitting = onDesk("LAPTOP").get("sitting").asLong();
        person.post("/api/v1/sittings/" + sitting + "/close", "").expect(200);
        assertThat(person.get("/api/v1/sittings").json().findValuesAsText("sitting"))
                .doesNotContain(String.valueOf(sitting));
        person.post("/api/v1/sittings/" + sitting + "/codes", "").expect(409);
        person.post("/api/v1/sittings/" + sitting + "/reopen", "").expect(200);
        assertThat(person.get("/api/v1/sittings").json().findValuesAsText("who"))
                .contains("Wren Alder");
        assertThat(person.get("/api/v1/sittings").json().findValuesAsText("sitting"))
                .contains(String.valueOf(sitting));
    }

    @Test
    void aChangedSetupKnowsItsParentAndWhatDiffers() {
        JsonNode sheet = onDesk("LAPTOP");
        long unit = sheet.at("/setup/unitId").asLong();
        Api.bearer(port, deviceToken(sheet.get("sitting").asLong()))
                .put("/api/v1/device/facts", "[{\"key\":\"memory.size\",\"value\":\"8\",\"unit\":\"GiB\"}]")
                .expect(200);
        JsonNode next = person.post(
                        "/api/v1/sittings",
                        "{\"unitId\":" + unit + ",\"setup\":\"second memory module\",\"parentId\":"
                                + sheet.at("/setup/id").asLong() + ",\"suites\":[]}")
                .expect(201)
                .json();
        Api.bearer(port, deviceToken(next.get("sitting").asLong()))
                .put("/api/v1/device/facts", "[{\"key\":\"memory.size\",\"value\":\"16\",\"unit\":\"GiB\"}]")
                .expect(200);

        JsonNode setup = person.get("/api/v1/sittings/" + next.get("sitting").asLong())
                .json()
                .get("setup");

        assertThat(setup.get("ordinal").asInt()).isEqualTo(2);
        assertThat(setup.get("parentName").asText()).isEqualTo("as shipped");
        assertThat(setup.at("/differences/0/before").asText()).isEqualTo("8 GiB");
        assertThat(setup.at("/differences/0/name").asText()).isEqualTo("Memory");
    }

    @Test
    void unfitNamesAreToldField() {
        assertThat(person.post(
                                "/api/v1/models",
                                "{\"maker\":\"" + "m".repeat(81) + "\",\"name\":\"x\",\"kind\":\"LAPTOP\",\"year\":1}")
                        .expect(422)
                        .json()
                        .get("violations")
                        .findValuesAsText("field"))
                .containsExactly("maker", "year");
        assertThat(person.send("POST", "/api/v1/suites", "key: x\nversion: [", "application/yaml")
                        .expect(422)
                        .detail())
                .contains("no YAML at line");
    }

    @Test
    void aSheetOfTheSameVersionCannotChange() {
        suite("kernmill", "processor");
        assertThat(person.send(
                                "POST",
                                "/api/v1/suites",
                                "key: kernmill\nversion: \"1\"\nname: Kernmill\ngroup: processor\n"
                                        + "metrics: [{key: weave, name: Weave, unit: s}]",
                                "application/yaml")
                        .expect(409)
                        .detail())
                .contains("is a new version");
    }

    @Test
    void pagesHearOfChanges() {
        List<String> heard = new CopyOnWriteArrayList<>();
        person.stream("/api/v1/events", heard::add);
        soon("the stream opens", () -> heard.contains(":open"));
        onDesk("LAPTOP");
        soon("the desk is told of", () -> heard.contains("data:SITTINGS"));
        assertThat(heard).contains("event:changed", "data:CATALOGUE");
    }

    @Test
    void aDeskFileIsLoadedOnceAndItsFaultsAreTold() {
        suite("kernmill", "processor");
        String run = run(java.util.UUID.randomUUID(), "", "kernmill", "weave=5");
        String bad = run(java.util.UUID.randomUUID(), "", "kernmill", "weave=-5");
        String file =
                "{\"models\":[{\"maker\":\"Quillon\",\"name\":\"Q4\",\"kind\":\"BOARD\",\"units\":[{\"label\":\"A\","
                        + "\"setups\":[{\"name\":\"as shipped\",\"suites\":[\"kernmill 1\"],\"runs\":[" + run + ","
                        + bad
                        + "]},{\"name\":\"cooled\",\"parent\":\"unheard of\",\"suites\":[]}]}]}]}";
        JsonNode report = person.post("/api/v1/desk-files", file).expect(200).json();
        assertThat(report.get("runs").asInt()).isEqualTo(1);
        assertThat(report.get("rejected").findValuesAsText("field"))
                .containsExactly(
                        "models[0].units[0].setups[0].runs[1].readings[0].text", "models[0].units[0].setups[1].parent");
    }
}
