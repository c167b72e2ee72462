package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Sheets that were wrong, curves that are typed, and labels that were told. */
class CorrectedSheetsTest extends ServerTest {

    private static final String SHEET = """
            key: %s
            version: "1"
            name: Siltmill
            group: storage
            metrics:
              - {key: copy, name: Copy, unit: "{point}", decimals: 0}
              - {key: pack, name: Pack, unit: "{point}", decimals: 0}
              - {key: whole, name: Whole, unit: "{point}", decimals: 0, formula: copy + pack}
              - {key: read, name: Read, unit: MB/s, decimals: 1, from: {series: read, reduce: max, along: size}}
            """;

    private String key;
    private long suite;
    private long sitting;

    @BeforeEach
    void device() {
        key = "siltmill-" + UUID.randomUUID().toString().substring(0, 8);
        suite = person.post("/api/v1/sheets", body("text", SHEET.formatted(key)))
                .expect(201)
                .json()
                .get("id")
                .asLong();
        sitting = onDesk("DRIVE", suite).get("sitting").asLong();
    }

    private static String body(String... fields) {
        ObjectNode node = new ObjectMapper().createObjectNode();
        for (int i = 0; i < fields.length; i += 2) {
            node.put(fields[i], fields[i + 1]);
        }
        return node.toString();
    }

    private static String with(String more, String body) {
        return "{" + more + "," + body.substring(1);
    }

    private static String revision(String text, int edition) {
        return with("\"corrected\":true,\"edition\":" + edition, body("text", text));
    }

    private String lessIsBetter() {
        return SHEET.formatted(key)
                .replace("name: Copy, unit: \"{point}\"", "name: Copy, unit: \"s{m:ss}\", better: lower")
                .replace("formula: copy + pack", "formula: copy + 2*pack");
    }

    @Test
    void whileNothingWasMeasuredAnythingMayBeCorrected() {
        String other = SHEET.formatted(key)
                .replace("key: pack, name: Pack", "key: unpack, name: Unpack")
                .replace("copy + pack", "copy + unpack");
        assertThat(person.put("/api/v1/sheets/" + suite, with("\"edition\":0", body("text", other)))
                        .expect(409)
                        .detail())
                .contains("correct it where it was wrong, or keep it as a new version");
        JsonNode effect = person.post("/api/v1/sheets/" + suite + "/corrections", body("text", other))
                .expect(200)
                .json();
        assertThat(effect.get("runs").asInt()).isZero();
        assertThat(effect.get("changes").toString()).contains("Pack is taken away", "Unpack is new");
        assertThat(person.put("/api/v1/sheets/" + suite, revision(other, 0))
                        .expect(200)
                        .json()
                        .at("/metrics/1/key")
                        .asText())
                .isEqualTo("unpack");
        keep(sitting, key, "unpack=5");
    }

    @Test
    void afterThatItIsShownWhatChangesAndEveryTextIsReadAgain() {
        String id = keep(sitting, key, "copy=99", "pack=10").json().get("id").asText();
        JsonNode effect = person.post("/api/v1/sheets/" + suite + "/corrections", body("text", lessIsBetter()))
                .expect(200)
                .json();
        assertThat(effect.get("changes").toString())
                .contains(
                        "Copy: unit points → minutes as m:ss",
                        "Copy: more is better → less is better",
                        "Whole: computed by copy + pack → copy + 2*pack");
        assertThat(effect.at("/effects/0/readings").asInt()).isEqualTo(1);
        assertThat(effect.at("/effects/0/samples/0/text").asText()).isEqualTo("99");
        person.put("/api/v1/sheets/" + suite, revision(lessIsBetter(), 0)).expect(200);
        JsonNode readings = person.get("/api/v1/runs/" + id).json().at("/run/readings");
        assertThat(value(readings, "copy")).isEqualTo(99);
        assertThat(value(readings, "whole")).isEqualTo(119);
        assertThat(person.get("/api/v1/sheets/" + suite).json().get("history").findValuesAsText("what"))
                .contains("CORRECTED");
        assertThat(person.delete("/api/v1/sheets/" + suite).expect(409).detail())
                .contains("nothing that was measured is deleted");
    }

    private static double value(JsonNode readings, String metric) {
        for (JsonNode r : readings) {
            if (r.get("metric").asText().equals(metric)) {
                return r.get("value").asDouble();
            }
        }
        return Double.NaN;
    }

    @Test
    void whatTheCorrectedSheetCannotReadIsToldAndNothingChanges() {
        keep(sitting, key, "copy=99", "pack=10");
        String gone = SHEET.formatted(key)
                .replace("  - {key: pack, name: Pack, unit: \"{point}\", decimals: 0}\n", "")
                .replace("copy + pack", "copy");
        JsonNode effect = person.post("/api/v1/sheets/" + suite + "/corrections", body("text", gone))
                .expect(200)
                .json();
        assertThat(effect.at("/effects/0/unreadable/0").asText()).contains("which the sheet no longer has");
        assertThat(person.put("/api/v1/sheets/" + suite, revision(gone, 0))
                        .expect(409)
                        .detail())
                .contains("cannot read");
        assertThat(person.get("/api/v1/sheets/" + suite).json().at("/suite/metrics"))
                .hasSize(4);
    }

    @Test
    void aSheetWithoutScoresIsDeletedOnceItIsNotPlanned() {
        long spare = person.post("/api/v1/sheets", body("text", SHEET.formatted(key + "x")))
                .expect(201)
                .json()
                .get("id")
                .asLong();
        assertThat(person.delete("/api/v1/sheets/" + suite).expect(409).detail())
                .contains("run sheet");
        person.delete("/api/v1/sheets/" + spare).expect(204);
        person.get("/api/v1/sheets/" + spare).expect(404);
        assertThat(person.get("/api/v1/suites").json().findValuesAsText("key")).doesNotContain(key + "x");
    }

    @Test
    void aSheetIsOpenedInTheGridAsItIs() {
        JsonNode draft =
                person.get("/api/v1/sheets/" + suite + "/draft").expect(200).json();
        assertThat(draft.at("/tests/0/unit").asText()).isEqualTo("points");
        assertThat(draft.at("/tests/3/drawn/way").asText()).isEqualTo("MAX");
        JsonNode again = person.post("/api/v1/sheets/drafts", draft.toString())
                .expect(200)
                .json();
        assertThat(again.get("problems")).isEmpty();
        assertThat(again.at("/suite/metrics/2/formula").asText()).isEqualTo("copy + pack");
    }

    @Test
    void aBlockOfSizesIsOneRunThatKeepsWhatWasWritten() {
        JsonNode read = person.post(
                        "/api/v1/tables/curve",
                        with("\"suite\":" + suite, body("text", "size,read,other\n1 MiB,339.90,1\n4 KiB,17.2,2\n")))
                .expect(200)
                .json();
        assertThat(read.get("axis").asText()).isEqualTo("SIZE");
        assertThat(read.get("guessed").asBoolean()).isTrue();
        assertThat(read.get("warning").asText()).isEmpty();
        JsonNode series = read.at("/series/0");
        assertThat(read.get("series")).hasSize(1);
        assertThat(series.get("x").toString()).isEqualTo("[4.0,1024.0]");
        UUID id = UUID.randomUUID();
        person.put("/api/v1/runs/" + id, run(id, "\"sitting\":" + sitting + ",\"series\":[" + series + "],", key))
                .expect(201);
        JsonNode run = person.get("/api/v1/runs/" + id).json();
        assertThat(run.at("/series/0/typed/texts").toString()).isEqualTo("[\"17.2\",\"339.90\"]");
        assertThat(run.at("/series/0/typed/places").toString()).isEqualTo("[\"4 KiB\",\"1 MiB\"]");
        assertThat(value(run.at("/run/readings"), "read")).isEqualTo(339.9);
    }

    @Test
    void theFirstColumnIsAskedForWhereItDoesNotTellAndWarnedOfWhereItContradicts() {
        JsonNode open = person.post("/api/v1/tables/curve", body("text", "1,5\n2,6\n"))
                .expect(200)
                .json();
        assertThat(open.has("axis")).isFalse();
        assertThat(open.get("series")).isEmpty();
        JsonNode said = person.post(
                        "/api/v1/tables/curve", "{\"text\":\"x,power (W)\\n1,5\\n2,6\\n\",\"axis\":\"COUNT\"}")
                .expect(200)
                .json();
        assertThat(said.at("/series/0/axisUnit").asText()).isEqualTo("1");
        assertThat(said.at("/series/0/unit").asText()).isEqualTo("W");
        JsonNode times = person.post(
                        "/api/v1/tables/curve", "{\"text\":\"time,read\\n0:01,5\\n0:02,6\\n\",\"suite\":" + suite + "}")
                .expect(200)
                .json();
        assertThat(times.get("warning").asText()).isEqualTo("The sheet has Siltmill along sizes; this is along time.");
    }

    @Test
    void anAverageThatSomebodyElseMadeIsKeptAsOne() {
        UUID id = UUID.randomUUID();
        String readings =
                "\"readings\":[{\"metric\":\"copy\",\"text\":\"99\",\"average\":{\"runs\":5,\"spread\":\"0.40\"}}]";
        String run = run(id, "\"sitting\":" + sitting + ",", key).replace("\"readings\":[]", readings);
        person.put("/api/v1/runs/" + id, run).expect(201);
        JsonNode reading = person.get("/api/v1/runs/" + id).json().at("/run/readings/0");
        assertThat(reading.at("/average/runs").asInt()).isEqualTo(5);
        assertThat(reading.at("/average/spread").asText()).isEqualTo("0.40");
        UUID other = UUID.randomUUID();
        assertThat(person.put(
                                "/api/v1/runs/" + other,
                                run.replace(id.toString(), other.toString())
                                        .replace("\"runs\":5", "\"runs\":1")
                                        .replace("0.40", "wide"))
                        .expect(422)
                        .detail())
                .contains("an average is of 2 to 10000 runs, got 1", "the spread of Copy");
    }

    @Test
    void aLabelThatWasToldIsKnownTheNextTime() {
        String text = "\"text\":\"== FIRST ==\\n  worst 12\\n\"";
        JsonNode before = person.post("/api/v1/suites/" + suite + "/readings-in-text", "{" + text + "}")
                .expect(200)
                .json();
        assertThat(before.at("/leftovers/1/label").asText()).isEqualTo("first > worst");
        person.put("/api/v1/suites/" + suite + "/labels", "{\"labels\":{\"first > worst\":\"pack\"}}")
                .expect(204);
        assertThat(person.post("/api/v1/suites/" + suite + "/readings-in-text", "{" + text + "}")
                        .json()
                        .at("/proposals/0/metric")
                        .asText())
                .isEqualTo("pack");
        assertThat(person.put("/api/v1/suites/" + suite + "/labels", "{\"labels\":{\"x\":\"none\"}}")
                        .expect(422)
                        .detail())
                .contains("there is no metric none in Siltmill");
    }
}
