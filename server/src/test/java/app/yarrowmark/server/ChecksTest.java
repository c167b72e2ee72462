package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class ChecksTest extends ServerTest {

    private static final String SHEET = """
            key: %s
            version: "1"
            name: Summill
            group: processor
            metrics:
              - {key: weave, name: Weave, unit: "{point}", decimals: 0}
              - {key: sieve, name: Sieve, unit: "{point}", decimals: 0}
              - {key: held, name: Held, scale: ladder, rungs: [720 lines, 1080 lines]}
              - {key: total, name: Total, unit: "{point}", decimals: 0, formula: weave + sieve}
            """;

    private String key;
    private long suite;
    private long sitting;
    private long setup;

    @BeforeEach
    void device() {
        key = "summill-" + UUID.randomUUID().toString().substring(0, 8);
        suite = person.post("/api/v1/sheets", text(SHEET.formatted(key)))
                .expect(201)
                .json()
                .get("id")
                .asLong();
        JsonNode sheet = onDesk("BOARD", suite);
        sitting = sheet.get("sitting").asLong();
        setup = sheet.at("/setup/id").asLong();
    }

    private static String text(String sheet) {
        return "{\"text\":\"" + sheet.replace("\"", "\\\"").replace("\n", "\\n") + "\"}";
    }

    private JsonNode check(String texts) {
        return person.post("/api/v1/suites/" + suite + "/checks", "{\"setup\":" + setup + ",\"texts\":{" + texts + "}}")
                .expect(200)
                .json();
    }

    private JsonNode run(String id) {
        return person.get("/api/v1/runs/" + id).expect(200).json();
    }

    private String kept(String... readings) {
        return keep(sitting, key, readings).json().get("id").asText();
    }

    @Test
    void aTypedTotalIsHeldAgainstItsPartsBeforeItIsKept() {
        JsonNode wrong = check("\"weave\":\"1 846\",\"sieve\":\"402\",\"total\":\"2284\"");
        assertThat(wrong.at("/mismatches/0/computed").asText()).isEqualTo("2248");
        assertThat(wrong.at("/mismatches/0/difference").asText()).isEqualTo("+36");
        assertThat(wrong.at("/mismatches/0/corrections/0/texts/total").asText()).isEqualTo("2248");
        assertThat(wrong.at("/mismatches/0/corrections/0/words").asText()).isEqualTo("8 and 4 swapped");
        assertThat(check("\"weave\":\"1846\",\"sieve\":\"402\",\"total\":\"2248\"")
                        .get("mismatches"))
                .isEmpty();
        assertThat(check("\"weave\":\"1846\",\"sieve\":\"402\"")
                        .at("/computed/total")
                        .asText())
                .isEqualTo("2248");
        assertThat(check("\"held\":\"blue\"").at("/unreadable/held").asText()).contains("[720 lines, 1080 lines]");
    }

    @Test
    void aValueFarFromTheOtherRunsIsPointedOutAndNeverRefused() {
        kept("weave=1846", "sieve=402");
        kept("weave=1850", "sieve=401");
        kept("weave=1843", "sieve=403");
        JsonNode unlikely = check("\"weave\":\"8146\",\"sieve\":\"400\"").get("unlikely");
        assertThat(unlikely.findValuesAsText("metric")).containsExactly("weave");
        assertThat(unlikely.get(0).get("low").asDouble()).isBetween(1500.0, 1843.0);
        assertThat(unlikely.get(0).get("basis").asText()).isEqualTo("by the other runs here");
        String id = kept("weave=8146", "sieve=400");
        assertThat(run(id).at("/run/doubts").asInt()).isEqualTo(1);
        assertThat(person.get("/api/v1/runs?doubted=true&setup=" + setup)
                        .json()
                        .get("total")
                        .asInt())
                .isEqualTo(1);
    }

    @Test
    void aMisreadTotalIsMendedAndTheOldDigitsStayInTheHistory() {
        String id = kept("weave=1846", "sieve=402", "total=2284");
        assertThat(run(id).at("/mismatches/0/text").asText()).isEqualTo("2284");

        JsonNode mended = person.post(
                        "/api/v1/runs/" + id + "/mend", "{\"texts\":{\"total\":\"2248\"},\"why\":\"misread\"}")
                .expect(200)
                .json();

        assertThat(mended.get("mismatches")).isEmpty();
        assertThat(mended.at("/run/doubts").asInt()).isZero();
        assertThat(mended.get("history").findValuesAsText("reason")).contains("Total 2284 → 2248: misread");
        assertThat(person.post("/api/v1/runs/" + id + "/mend", "{\"texts\":{\"held\":\"720\",\"weave\":\"no\"}}")
                        .expect(422)
                        .json()
                        .get("violations")
                        .size())
                .isEqualTo(2);
    }

    @Test
    void aMendedPartChangesTheTotalThatFollowsFromIt() {
        String id = kept("weave=1846", "sieve=402");
        JsonNode mended = person.post("/api/v1/runs/" + id + "/mend", "{\"texts\":{\"sieve\":\"420\"}}")
                .json();
        assertThat(mended.at("/run/readings").findValuesAsText("text")).containsExactly("1846", "420", "2266");
    }

    @Test
    void whatAPersonConfirmedIsNotAskedAgain() {
        String id = kept("weave=1846", "sieve=402", "total=2284");
        person.post("/api/v1/runs/" + id + "/confirmations/total", "{}").expect(200);
        kept("weave=1850", "sieve=402");
        assertThat(run(id).at("/run/doubts").asInt()).isZero();
        assertThat(run(id).get("confirmed").get(0).asText()).isEqualTo("total");
    }

    @Test
    void aFlaggedRunIsShownAndDoesNotCount() {
        String id = kept("weave=1846", "sieve=402");
        kept("weave=1850", "sieve=401");
        JsonNode flagged = person.put("/api/v1/runs/" + id + "/flags", "{\"flags\":[\"MAKER_TUNING\"]}")
                .expect(200)
                .json();
        assertThat(flagged.get("history").findValuesAsText("reason")).contains("maker tuning suspected");
        assertThat(score("weave").at("/own/count").asInt()).isEqualTo(1);
        person.put("/api/v1/runs/" + id + "/flags", "{\"flags\":[]}").expect(200);
        assertThat(score("weave").at("/own/count").asInt()).isEqualTo(2);
    }

    private JsonNode score(String metric) {
        for (JsonNode pool :
                person.get("/api/v1/scores?suite=" + suite + "&setup=" + setup).json()) {
            if (pool.get("metric").asText().equals(metric)) {
                return pool;
            }
        }
        throw new AssertionError("no " + metric);
    }

    @Test
    void aLadderIsReadInItsWordsAndShownAmongItsKind() {
        kept("weave=1846", "sieve=402", "held=1080");
        assertThat(score("held").at("/plain/words").asText()).isEqualTo("1080 lines");
        assertThat(score("held").at("/plainPool/0/words").asText()).isEqualTo("1080 lines");
        assertThat(score("held").has("own")).isFalse();
    }

    @Test
    void aFrameRateHeldAtTheDisplayDoesNotCountNorWhatRestsOnIt() {
        String shown = "creekscene-" + UUID.randomUUID().toString().substring(0, 8);
        suite = person.post("/api/v1/sheets", text("""
                        key: %s
                        version: "1"
                        name: Creekscene
                        group: graphics
                        metrics:
                          - {key: fog, name: Fog, unit: "{frame}/s"}
                          - {key: reeds, name: Reeds, unit: "{frame}/s"}
                          - {key: both, name: Both, unit: "{frame}/s", formula: "mean(fog, reeds)"}
                        """.formatted(shown)))
                .expect(201)
                .json()
                .get("id")
                .asLong();
        sitting = onDesk("BOARD", suite).get("sitting").asLong();
        setup = person.get("/api/v1/sittings/" + sitting).json().at("/setup/id").asLong();
        String id =
                keep(sitting, shown, "fog=74.9", "reeds=310.5").json().get("id").asText();
        assertThat(score("both").has("own")).isTrue();

        fact("display.refresh", "75 Hz");
        assertThat(score("fog").has("own")).isFalse();
        assertThat(score("both").has("own")).isFalse();
        assertThat(score("reeds").at("/own/value").asDouble()).isEqualTo(310.5);
        assertThat(run(id).at("/run/readings").findValuesAsText("broken"))
                .containsExactly(
                        "held at the display\u2019s 75 Hz", "rests on Fog, which was held at the display\u2019s 75 Hz");
        assertThat(check("\"fog\":\"75.1\",\"reeds\":\"280\"").get("broken").properties())
                .extracting(Map.Entry::getKey)
                .containsExactlyInAnyOrder("fog", "both");

        fact("display.sync", "no");
        assertThat(score("fog").at("/own/value").asDouble()).isCloseTo(74.9, within(1e-9));
        assertThat(score("both").has("own")).isTrue();
        fact("display.refresh", "144");
        fact("display.sync", "yes");
        assertThat(score("fog").has("own")).isTrue();
    }

    private void fact(String fact, String text) {
        person.put(
                        "/api/v1/setups/" + setup + "/facts",
                        "{\"facts\":[{\"key\":\"" + fact + "\",\"text\":\"" + text + "\"}]}")
                .expect(200);
    }

    @Test
    void aKnownFaultSetsThePartAndItsTotalAsideWhereItHolds() {
        kept("weave=1846", "sieve=402");
        assertThat(score("total").has("own")).isTrue();
        Api.bearer(port, deviceToken(sitting))
                .put("/api/v1/device/facts", "[{\"key\":\"system.name\",\"value\":\"Skerry Linux 4.1\"}]")
                .expect(200);
        JsonNode written = person.get("/api/v1/sheets/" + suite).expect(200).json();
        String faulty = SHEET.formatted(key)
                + "faults:\n  - {metric: sieve, where: {system.name: Skerry Linux 4.1}, note: counts twice}\n";
        String body =
                "{\"edition\":" + written.get("edition") + "," + text(faulty).substring(1);
        person.put("/api/v1/sheets/" + suite, body).expect(200);

        assertThat(score("total").has("own")).isFalse();
        assertThat(score("sieve").has("own")).isFalse();
        assertThat(score("weave").has("own")).isTrue();
        assertThat(check("").get("broken").toString()).contains("known fault: counts twice", "rests on Sieve");
        assertThat(person.put("/api/v1/sheets/" + suite, body).expect(409).detail())
                .contains("Somebody else changed this sheet");
        String other = "{\"edition\":1,"
                + text(faulty.replace("weave + sieve", "weave * sieve")).substring(1);
        assertThat(person.put("/api/v1/sheets/" + suite, other).expect(409).detail())
                .contains("keep it as a new version");
    }

    @Test
    void aDraftOfASheetIsCheckedWithPlaces() {
        JsonNode checked = person.post("/api/v1/sheets/checks", text("key: x\nversion: 1\nmetrics: []\n"))
                .expect(200)
                .json();
        assertThat(checked.has("suite")).isFalse();
        assertThat(checked.get("problems").findValuesAsText("message")).contains("a sheet needs at least one metric");
        assertThat(person.get("/api/v1/sheets/" + suite + "/file").expect(200).text())
                .startsWith("key: summill-");
    }

    @Test
    void pastedTextIsReadAgainstTheSheet() {
        JsonNode read = person.post(
                        "/api/v1/suites/" + suite + "/readings-in-text",
                        "{\"text\":\"Weave: 1846 points\\nHeld 1080 lines\\nbye\"}")
                .expect(200)
                .json();
        assertThat(read.get("proposals").findValuesAsText("text")).containsExactly("1846", "1080 lines");
        assertThat(read.at("/leftovers/0/text").asText()).isEqualTo("bye");
    }

    @Test
    void seriesAndGapsAreKeptWithARun() {
        UUID id = UUID.randomUUID();
        String extra = "\"sitting\":" + sitting + ",\"gaps\":[{\"metric\":\"sieve\",\"reason\":\"needs a network\"}],"
                + "\"series\":[{\"name\":\"power\",\"unit\":\"W\",\"axis\":\"time\",\"axisUnit\":\"s\",\"x\":[0,1,2],\"y\":[5,9,7]}],";
        person.put("/api/v1/runs/" + id, run(id, extra, key, "weave=1846")).expect(201);
        JsonNode detail = run(id.toString());
        assertThat(detail.at("/run/gaps/0/reason").asText()).isEqualTo("needs a network");
        assertThat(detail.at("/series/0/points").asInt()).isEqualTo(3);
        assertThat(person.get("/api/v1/runs/" + id + "/series/power")
                        .json()
                        .get("y")
                        .size())
                .isEqualTo(3);
        UUID wrong = UUID.randomUUID();
        assertThat(person.put("/api/v1/runs/" + wrong, run(wrong, extra.replace("[0,1,2]", "[0,2,1]"), key, "weave=1"))
                        .expect(422)
                        .detail())
                .contains("series[0]: point 3 lies before the one it follows");
    }
}
