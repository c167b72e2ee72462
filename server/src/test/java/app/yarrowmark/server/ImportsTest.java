package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

class ImportsTest extends ServerTest {

    private String model;
    private long setup;

    @BeforeEach
    void device() {
        JsonNode sheet = onDesk("DESKTOP", suite("tablemill", "processor"));
        model = sheet.at("/setup/model").asText();
        setup = sheet.at("/setup/id").asLong();
    }

    private static final String LONG_SETTINGS = """
            {"separator":",","header":["Model","Suite","Part","Score"],"shape":"LONG","columns":{"DEVICE":"Model",
            "SUITE":"Suite","METRIC":"Part","VALUE":"Score"},"metrics":{}%s}""";

    private JsonNode stage(String table, String more) {
        return person.table(LONG_SETTINGS.formatted(more), "scores.csv", "Model,Suite,Part,Score\n" + table)
                .expect(201)
                .json();
    }

    private Api.Answer preview(String text) {
        return person.file(
                "/api/v1/imports/previews", null, "table.csv", text.getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    private JsonNode accept(JsonNode report, String choice) {
        return person.post("/api/v1/imports/" + report.at("/batch/id").asLong() + "/accept", choice)
                .expect(200)
                .json();
    }

    private long counting() {
        return person.get("/api/v1/runs?state=DONE&setup=" + setup)
                .json()
                .get("total")
                .asLong();
    }

    @Test
    void aTableIsGuessedAndTheSettingsRemembered() {
        String text = "Model;Part;Score;Extra\n" + model + ";Weave;1846;x\n";
        JsonNode preview = preview(text).expect(200).json();
        assertThat(preview.at("/settings/separator").asText()).isEqualTo(";");
        assertThat(preview.at("/settings/shape").asText()).isEqualTo("LONG");
        assertThat(preview.at("/settings/columns/METRIC").asText()).isEqualTo("Part");
        assertThat(preview.at("/rows/0/2").asText()).isEqualTo("1846");
        stage(model + ",tablemill 1,Weave,100\n", ",\"setup\":\"as shipped\"");
        assertThat(preview("Model,Suite,Part,Score\n").json().get("remembered").asBoolean())
                .isTrue();
        assertThat(preview("").expect(422).detail()).contains("the first line names the columns");
    }

    /** The database says of the first change of a model that it met another one, as a node of a cluster may at any time. */
    @Test
    void whatALineSaysIsKeptThoughItMetAnotherChange() {
        JdbcTemplate jdbc = server.getBean(JdbcTemplate.class);
        String settings = LONG_SETTINGS
                .formatted("")
                .replace("\"Score\"]", "\"Score\",\"Year\"]")
                .replace("\"VALUE\":\"Score\"", "\"VALUE\":\"Score\",\"YEAR\":\"Year\"");
        JsonNode report = person.table(
                        settings,
                        "years.csv",
                        "Model,Suite,Part,Score,Year\n" + model + ",tablemill 1,Weave,100,2024\n")
                .expect(201)
                .json();
        jdbc.execute("create table met_once (n int primary key) engine=Aria");
        jdbc.execute(
                "create trigger meets before update on model for each row begin if (select count(*) from met_once) = 0"
                        + " then insert into met_once values (1); signal sqlstate '40001' set mysql_errno = 1213; end if; end");
        try {
            accept(report, "{}");
            assertThat(jdbc.queryForObject("select count(*) from met_once", Integer.class))
                    .isEqualTo(1);
        } finally {
            jdbc.execute("drop trigger meets");
            jdbc.execute("drop table met_once");
        }
        long id = person.get("/api/v1/setups/" + setup).json().get("modelId").asLong();
        assertThat(person.get("/api/v1/models/" + id).json().get("year").asInt())
                .isEqualTo(2024);
    }

    @Test
    void ofATableWithAColumnForEachMetricTheSuiteIsGuessed() {
        person.send(
                        "POST",
                        "/api/v1/suites",
                        "key: quarrymill\nversion: \"2\"\nname: Quarrymill\ngroup: processor\nmetrics:\n"
                                + "  - {key: forge, name: Forge, unit: MB/s}\n  - {key: quarry, name: Quarry, unit: MB/s}\n",
                        "application/yaml")
                .expect(201);
        JsonNode settings =
                preview("Device,Forge,Quarry,Colour\n").expect(200).json().get("settings");
        assertThat(settings.get("shape").asText()).isEqualTo("WIDE");
        assertThat(settings.get("suite").asText()).isEqualTo("quarrymill 2");
        assertThat(settings.get("metrics").size()).isEqualTo(2);
        assertThat(settings.at("/metrics/Quarry").asText()).isEqualTo("quarry");
    }

    @Test
    void repeatsAreToldByOrderAndNothingCountsBeforeItIsAccepted() {
        JsonNode report = stage(
                model + ",tablemill 1,Weave,100\n" + model + ",tablemill 1,Weave,101\n" + model
                        + ",tablemill 1,Forge,50\n",
                "");
        assertThat(report.at("/batch/understood").asInt()).isEqualTo(3);
        assertThat(counting()).isZero();

        JsonNode kept = accept(report, "{}");

        assertThat(kept.get("fresh").asInt()).isEqualTo(2);
        assertThat(counting()).isEqualTo(2);
        person.post("/api/v1/imports/" + report.at("/batch/id").asLong() + "/accept", "{}")
                .expect(409);
        // The same table once more: every reading is there already.
        JsonNode again = stage(
                model + ",tablemill 1,Weave,100\n" + model + ",tablemill 1,Weave,101\n" + model
                        + ",tablemill 1,Forge,50\n",
                "");
        assertThat(again.at("/counts/there").asInt()).isEqualTo(3);
        assertThat(again.at("/counts/kept").asInt()).isZero();
        assertThat(accept(again, "{}").get("fresh").asInt()).isZero();
        assertThat(counting()).isEqualTo(2);
    }

    @Test
    void aTableOfManyDevicesIsKeptWholeAndTheOddNumberIsPointedOut() {
        StringBuilder table = new StringBuilder();
        for (int device = 0; device < 130; device++) {
            for (int repeat = 0; repeat < 4; repeat++) {
                int value = device == 77 && repeat == 2 ? 9_001 : 1_000 + 10 * device + repeat;
                table.append("Brackwater Mere ")
                        .append(device)
                        .append(",tablemill 1,Weave,")
                        .append(value)
                        .append('\n');
            }
        }
        JsonNode kept = accept(stage(table.toString(), ",\"makeModels\":\"BOARD\""), "{}");
        assertThat(kept.get("fresh").asInt()).isEqualTo(520);
        assertThat(kept.get("refused").asInt()).isZero();
        JsonNode doubted = person.get(
                        "/api/v1/runs?import=" + kept.at("/batch/id").asLong() + "&doubted=true")
                .json();
        assertThat(doubted.get("total").asInt()).isEqualTo(1);
        assertThat(doubted.at("/rows/0/setup/model").asText()).isEqualTo("Mere 77");
        assertThat(kept.at("/batch/doubted").asInt()).isEqualTo(1);

        String id = doubted.at("/rows/0/id").asText();
        JsonNode history = person.get("/api/v1/runs/" + id).json().get("history");
        assertThat(history.findValuesAsText("what")).containsExactly("ACCEPTED");
        person.post("/api/v1/imports/" + kept.at("/batch/id").asLong() + "/take-back", "{}")
                .expect(200);
        JsonNode after = person.get("/api/v1/runs/" + id).json();
        assertThat(after.at("/run/state").asText()).isEqualTo("SET_ASIDE");
        assertThat(after.get("history").findValuesAsText("what")).contains("ACCEPTED", "SET_ASIDE");
    }

    @Test
    void whatComesToALongRowOfRepeatsIsHeldAgainstItAndTheOldDoubtsStay() {
        String row = model + ",tablemill 1,Weave,%d\n";
        StringBuilder many = new StringBuilder();
        for (int i = 0; i < 24; i++) {
            many.append(row.formatted(i == 20 ? 1_300 : 1_000 + i));
        }
        assertThat(accept(stage(many.toString(), ""), "{}").at("/batch/doubted").asInt())
                .isEqualTo(1);
        JsonNode few =
                accept(stage(row.replace("%d", "1010.5") + row.formatted(101) + row.replace("%d", "1012.5"), ""), "{}");
        assertThat(few.at("/batch/doubted").asInt()).isEqualTo(1);
        assertThat(few.at("/batch/runs").asInt()).isEqualTo(3);
        assertThat(person.get("/api/v1/runs?doubted=true&setup=" + setup)
                        .json()
                        .get("total")
                        .asInt())
                .isEqualTo(2);
    }

    /** One number of three is other than before: as a correction the older run is set aside, and nothing of it is lost. */
    @Test
    void aCorrectedTableSetsAsideWhatItSaysOtherwise() {
        String run = model + ",tablemill 1,Weave,100\n" + model + ",tablemill 1,Wait,%s\n" + model
                + ",tablemill 1,Forge,50\n";
        accept(stage(run.formatted("12"), ""), "{}");
        assertThat(counting()).isEqualTo(1);

        JsonNode again = stage(run.formatted("12") + run.formatted("13"), "");
        assertThat(again.get("otherwise").asInt()).isEqualTo(1);
        JsonNode report = stage(run.formatted("13"), "");
        assertThat(report.get("otherwise").asInt()).isEqualTo(1);
        assertThat(report.get("brought").asBoolean()).isTrue();
        JsonNode kept = accept(report, "{\"corrects\":true}");
        assertThat(kept.get("fresh").asInt()).isEqualTo(1);
        assertThat(states()).containsExactlyInAnyOrder("DONE 13", "SET_ASIDE 12 corrected by the import of scores.csv");
        assertThat(readings("DONE")).containsExactlyInAnyOrder("100", "13", "50", "75.0");

        long id = report.at("/batch/id").asLong();
        person.post("/api/v1/imports/" + id + "/take-back", "").expect(200);
        assertThat(states()).containsExactlyInAnyOrder("DONE 12", "SET_ASIDE 13 the import was taken back");
        person.post("/api/v1/imports/" + id + "/bring-back", "").expect(200);
        assertThat(states()).containsExactlyInAnyOrder("DONE 13", "SET_ASIDE 12 corrected by the import of scores.csv");
    }

    @Test
    void aCorrectedRepeatLeavesTheOthersAsTheyAre() {
        String row = model + ",tablemill 1,Weave,%d\n";
        accept(stage(row.formatted(100) + row.formatted(101) + row.formatted(120), ""), "{}");
        JsonNode report = stage(row.formatted(100) + row.formatted(101) + row.formatted(102), "");
        assertThat(accept(report, "{\"corrects\":true}").get("known").asInt()).isEqualTo(2);
        assertThat(readings("DONE")).containsExactlyInAnyOrder("100", "101", "102");
        assertThat(readings("SET_ASIDE")).containsExactly("120");
    }

    @Test
    void withoutBeingSaidToCorrectItIsAFurtherRepeat() {
        String row = model + ",tablemill 1,Weave,%d\n";
        accept(stage(row.formatted(100), ""), "{}");
        accept(stage(row.formatted(102), ""), "{}");
        assertThat(readings("DONE")).containsExactlyInAnyOrder("100", "102");
    }

    private java.util.List<String> readings(String state) {
        java.util.List<String> texts = new java.util.ArrayList<>();
        person.get("/api/v1/runs?state=" + state + "&setup=" + setup)
                .json()
                .get("rows")
                .forEach(r ->
                        texts.addAll(person.get("/api/v1/runs/" + r.get("id").asText())
                                .json()
                                .at("/run/readings")
                                .findValuesAsText("text")));
        return texts;
    }

    private java.util.List<String> states() {
        java.util.List<String> states = new java.util.ArrayList<>();
        person.get("/api/v1/runs?setup=" + setup).json().get("rows").forEach(r -> {
            JsonNode run =
                    person.get("/api/v1/runs/" + r.get("id").asText()).json().get("run");
            String wait = "";
            for (JsonNode reading : run.get("readings")) {
                wait = reading.get("metric").asText().equals("wait")
                        ? reading.get("text").asText()
                        : wait;
            }
            states.add((run.get("state").asText() + " " + wait + " "
                            + run.path("reason").asText())
                    .strip());
        });
        return states;
    }

    @Test
    void aLineThatIsRejectedKeepsItsPlaceAmongTheRepeats() {
        String run = model + ",tablemill 1,Weave,%s\n" + model + ",tablemill 1,Forge,%s\n";
        JsonNode report = stage(run.formatted("100", "5many") + run.formatted("101", "51"), "");
        accept(report, "{}");
        JsonNode rows = person.get("/api/v1/runs?setup=" + setup).json().get("rows");
        java.util.List<String> kept = new java.util.ArrayList<>();
        rows.forEach(r -> kept.add(String.join(
                " ",
                person.get("/api/v1/runs/" + r.get("id").asText())
                        .json()
                        .at("/run/readings")
                        .findValuesAsText("text"))));
        assertThat(kept).containsExactlyInAnyOrder("100", "101 51 76.0");
    }

    @Test
    void everyRejectedLineIsToldWithLineColumnAndReason() {
        JsonNode report = stage(
                model + ",tablemill 1,Weave,5many\n" + "Nowhere 9,tablemill 1,Weave,1\n" + model
                        + ",tablemill 9,Weave,1\n"
                        + model + ",tablemill 1,Weft,1\n" + model + ",tablemill 1,Weave,1,2\n" + model
                        + ",tablemill 1,Wait,-3\n",
                "");
        assertThat(report.at("/batch/rejected").asInt()).isEqualTo(6);
        JsonNode lines = report.get("rejected");
        assertThat(lines.findValuesAsText("line")).containsExactly("2", "3", "4", "5", "6", "7");
        assertThat(lines.findValuesAsText("column")).containsExactly("Score", "Model", "Suite", "Part", "", "Score");
        assertThat(lines.get(1).get("reason").asText()).startsWith("there is no model \"Nowhere 9\"");
        assertThat(lines.get(3).get("reason").asText()).contains("it has [weave, wait, forge, total]");
        assertThat(lines.get(4).get("reason").asText()).contains("1 values more than the header");
    }

    @Test
    void chosenPartsAreKeptAndAnImportIsTakenBackAsAWhole() {
        JsonNode report = stage(
                model + ",tablemill 1,Weave,100\nBrackwater Cove 5,tablemill 1,Weave,90\n",
                ",\"makeModels\":\"DESKTOP\",\"source\":\"Fieldpaper\",\"unit\":\"A\"");
        assertThat(report.get("parts")).hasSize(2);
        JsonNode kept = accept(report, "{\"parts\":[{\"device\":\"Brackwater Cove 5\",\"suite\":\"tablemill 1\"}]}");
        assertThat(kept.get("fresh").asInt()).isEqualTo(1);
        assertThat(counting()).isZero();
        JsonNode hit = person.get("/api/v1/search?q=cove").json();
        assertThat(hit.findValuesAsText("title")).contains("Brackwater Cove 5");

        long id = report.at("/batch/id").asLong();
        person.post("/api/v1/imports/" + id + "/take-back", "").expect(200);
        JsonNode rows = person.get("/api/v1/runs?import=" + id).json().get("rows");
        assertThat(rows.get(0).get("state").asText()).isEqualTo("SET_ASIDE");
        assertThat(rows.get(0).get("reason").asText()).isEqualTo("the import was taken back");
        assertThat(rows.at("/0/origin").asText()).isEqualTo("Fieldpaper");
        assertThat(rows.at("/0/setup/origin").asText()).isEqualTo("Fieldpaper");
        // Measured here as well, it is no longer from the list alone; the run of the list still is.
        UUID own = UUID.randomUUID();
        person.put(
                        "/api/v1/runs/" + own,
                        run(own, "\"setup\":" + rows.at("/0/setup/setupId") + ",", "tablemill", "weave=91"))
                .expect(201);
        JsonNode both = person.get("/api/v1/runs?setup=" + rows.at("/0/setup/setupId"))
                .json()
                .get("rows");
        assertThat(both.findValuesAsText("state")).containsExactlyInAnyOrder("SET_ASIDE", "DONE");
        both.forEach(row -> {
            assertThat(row.at("/setup/origin").asText()).isEmpty();
            assertThat(row.get("origin").asText())
                    .isEqualTo(row.get("state").asText().equals("DONE") ? "" : "Fieldpaper");
        });
        person.post("/api/v1/imports/" + id + "/take-back", "").expect(409);
        person.post("/api/v1/imports/" + id + "/bring-back", "").expect(200);
        assertThat(person.get("/api/v1/runs?state=DONE&import=" + id)
                        .json()
                        .get("total")
                        .asInt())
                .isEqualTo(1);
    }

    @Test
    void aWideTableHasARunARow() {
        String settings = """
                {"separator":";","header":["Device","Weave","Start"],"shape":"WIDE","columns":{"DEVICE":"Device"},
                "metrics":{"Weave":"weave","Start":"wait"},"suite":"tablemill 1"}""";
        JsonNode report = person.table(
                        settings, "wide.csv", "Device;Weave;Start\n" + model + ";100,5;61\n" + model + ";101,5;\n")
                .expect(201)
                .json();
        assertThat(accept(report, "{}").get("fresh").asInt()).isEqualTo(2);
        assertThat(person.get("/api/v1/scores?suite=" + suite("tablemill", "processor") + "&setup=" + setup)
                        .json()
                        .at("/0/own/count")
                        .asInt())
                .isEqualTo(2);
    }

    @Test
    void thatThereIsNoneOfAPartIsSaidOfTheDeviceAndAColumnCanBeANewFact() {
        String settings = """
                {"separator":";","header":["Device","Driver","Build kind","Weave"],"shape":"WIDE","columns":{"DEVICE":"Device"},
                "metrics":{"Weave":"weave"},"suite":"tablemill 1","makeModels":"BOARD",
                "facts":{"Driver":"graphics.driver","Build kind":"Build kind"}}""";
        JsonNode report = person.table(
                        settings,
                        "drivers.csv",
                        "Device;Driver;Build kind;Weave\nSedge Strake 4;none;native;100\nSedge Strake 4;Millet 4.1;native;120\n")
                .expect(201)
                .json();
        accept(report, "{}");
        JsonNode rows = person.get("/api/v1/runs?state=DONE&import="
                        + report.at("/batch/id").asLong())
                .json()
                .get("rows");
        assertThat(rows.findValuesAsText("setupId")).hasSize(2).doesNotHaveDuplicates();
        assertThat(rows.findValuesAsText("setupId").stream()
                        .map(id -> person.get("/api/v1/setups/" + id).json().get("facts"))
                        .flatMap(f -> f.findValuesAsText("value").stream()))
                .containsExactlyInAnyOrder("none", "native", "Millet 4.1", "native");
        assertThat(person.get("/api/v1/facts").json().findValuesAsText("words")).contains("Build kind");
    }

    @Test
    void aTableThatBreaksOffIsReadAsFarAsItGoes() {
        JsonNode report = stage(model + ",tablemill 1,Weave,100\n" + model + ",tablemill 1,\"Weave,101\n", "");
        assertThat(report.at("/batch/understood").asInt()).isEqualTo(1);
        assertThat(report.at("/rejected/0/reason").asText()).contains("a quote is opened and not closed");
        assertThat(person.table("{}", "x.csv", "a\n").expect(422).status()).isEqualTo(422);
    }

    @Test
    void whatIsMissingIsMadeOnceThoughItsNameIsWrittenInOtherLetters() {
        String table = "Reedmaker Alder 1,tablemill 1,Weave,100\n"
                + "reedmaker alder 1,tablemill 1,Weave,101\n"
                + "Reedmaker Alder 2,tablemill 1,Weave,102\n"
                + model + ",tablemill 1,Weave,103\n";
        JsonNode kept = accept(stage(table, ",\"makeModels\":\"BOARD\",\"setup\":\"first light\""), "{}");
        assertThat(kept.get("fresh").asInt()).isEqualTo(4);
        JsonNode models = person.get("/api/v1/models").json();
        assertThat(models.findValuesAsText("name")).containsOnlyOnce("Alder 1", "Alder 2");
        for (JsonNode m : models) {
            if (m.get("maker").asText().equals("Reedmaker")) {
                assertThat(m.get("units")).hasSize(1);
            }
        }
        // The known model has its unit already: only the setup is new.
        JsonNode again = accept(stage(table, ",\"makeModels\":\"BOARD\",\"setup\":\"first light\""), "{}");
        assertThat(again.get("fresh").asInt()).isZero();
    }
}
