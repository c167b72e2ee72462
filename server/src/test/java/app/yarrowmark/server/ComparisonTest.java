package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class ComparisonTest extends ServerTest {

    private String key;
    private long suite;
    private JsonNode first;
    private JsonNode second;

    @BeforeEach
    void twoDevices() {
        key = "besidemill-" + UUID.randomUUID().toString().substring(0, 8);
        suite = suite(key, "processor");
        first = onDesk("LAPTOP", suite);
        second = onDesk("LAPTOP", suite);
    }

    private static long setup(JsonNode sheet) {
        return sheet.at("/setup/id").asLong();
    }

    private void measure(JsonNode sheet, String weave, String wait, String forge) {
        keep(sheet.get("sitting").asLong(), key, "weave=" + weave, "wait=" + wait, "forge=" + forge);
    }

    private Api.Answer ask(String more, String... subjects) {
        return person.get("/api/v1/comparison?"
                + Arrays.stream(subjects)
                        .map(s -> "subject=" + URLEncoder.encode(s, StandardCharsets.UTF_8))
                        .collect(Collectors.joining("&"))
                + more);
    }

    private JsonNode compare(String more) {
        return ask(more, "setup-" + setup(second), "setup-" + setup(first))
                .expect(200)
                .json();
    }

    private static JsonNode test(JsonNode view, String metric) {
        for (JsonNode group : view.get("groups")) {
            for (JsonNode test : group.get("tests")) {
                if (test.get("metric").asText().equals(metric)) {
                    return test;
                }
            }
        }
        throw new AssertionError("no " + metric + " in " + view.get("groups"));
    }

    private void threeRunsEach() {
        measure(first, "100.0", "50.00", "1000");
        measure(first, "100.4", "50.10", "1003");
        measure(first, "99.7", "49.95", "998");
        measure(second, "125.0", "40.00", "1001");
        measure(second, "125.5", "40.05", "999");
        measure(second, "124.8", "39.90", "1002");
    }

    @Test
    void everyTestIsTurnedSoThatMoreIsAheadWhateverItsDirection() {
        threeRunsEach();

        JsonNode view = compare("&reference=1");

        assertThat(test(view, "weave").at("/cells/0/difference/verdict").asText())
                .isEqualTo("AHEAD");
        JsonNode wait = test(view, "wait").at("/cells/0/difference");
        assertThat(wait.get("times").asDouble()).isCloseTo(1.25, within(.005));
        assertThat(wait.get("shown").asDouble()).isCloseTo(.25, within(.005));
        assertThat(wait.get("low").asDouble()).isLessThan(wait.get("times").asDouble());
        JsonNode forge = test(view, "forge").at("/cells/0/difference");
        assertThat(forge.get("verdict").asText())
                .as("one day each: days alone may move it by more")
                .isEqualTo("UNDECIDED");
        assertThat(forge.at("/more/aim").asText()).isEqualTo("EVENNESS");
        assertThat(forge.at("/more/runs").asInt())
                .as("more runs today cannot decide it")
                .isZero();
        assertThat(forge.at("/more/days").asInt()).isBetween(2, 40);
        assertThat(forge.at("/more/hasDays").asInt()).isEqualTo(1);
        assertThat(test(view, "forge").at("/movement/source").asText()).isIn("ASSUMED", "DESK", "GROUP");
        assertThat(test(view, "weave").at("/cells/1").has("difference")).isFalse();
        assertThat(test(view, "weave").at("/cells/0/readings")).hasSize(3);
        JsonNode group = view.at("/groups/0/summaries/0");
        assertThat(group.get("tests").asInt()).isEqualTo(3);
        assertThat(group.get("ahead").asInt()).isEqualTo(2);
        assertThat(group.get("undecided").asInt()).isEqualTo(1);
        assertThat(group.at("/mean/times").asDouble()).isCloseTo(Math.cbrt(1.25 * 1.25), within(.005));
        assertThat(group.get("anyTestsBasis").asText()).isEqualTo("ONE_SUITE");
        assertThat(group.at("/anyTests/high").asDouble()
                        - group.at("/anyTests/low").asDouble())
                .isGreaterThan(group.at("/mean/high").asDouble()
                        - group.at("/mean/low").asDouble());
        assertThat(group.at("/suites/0/tests").asInt()).isEqualTo(3);
        assertThat(group.at("/suites/0/mean/times").asDouble())
                .isEqualTo(group.at("/mean/times").asDouble());
    }

    @Test
    void theBasisNamesWhatTheNumberIsAShareOf() {
        threeRunsEach();

        assertThat(shown("&reference=1&basis=TIMES_AS_FAST", "wait")).isCloseTo(1.25, within(.005));
        assertThat(shown("&reference=1&basis=SHORT", "weave")).isCloseTo(.2, within(.005));
        assertThat(shown("&reference=1&basis=TIME_SAVED", "wait")).isCloseTo(.2, within(.005));
        assertThat(shown("&reference=1&basis=OWN_UNIT", "wait")).isCloseTo(-10, within(.1));
        assertThat(test(compare("&reference=1&basis=TIME_SAVED"), "weave")
                        .at("/cells/0/difference")
                        .has("shown"))
                .as("MB/s is no time")
                .isFalse();
        // The other way round the same difference is another share.
        assertThat(test(compare("&reference=0"), "weave")
                        .at("/cells/1/difference/shown")
                        .asDouble())
                .isCloseTo(-.2, within(.005));
    }

    private double shown(String more, String metric) {
        return test(compare(more), metric).at("/cells/0/difference/shown").asDouble();
    }

    @Test
    void aTotalSaysWhereItsChangeCameFromAndDoesNotCountTwice() {
        threeRunsEach();

        JsonNode total = test(compare("&reference=1"), "total");

        assertThat(total.get("total").asBoolean()).isTrue();
        JsonNode sources = total.at("/cells/0/sources");
        assertThat(sources.at("/0/metric").asText()).isEqualTo("weave");
        assertThat(sources.at("/0/share").asDouble()).isCloseTo(12.5, within(.3));
        assertThat(sources).hasSize(2);
    }

    @Test
    void aGapSaysWhyAndASingleRunHasNoVerdict() {
        measure(first, "100", "50", "1000");
        keep(second.get("sitting").asLong(), key, "weave=125");
        UUID failed = UUID.randomUUID();
        JsonNode third = onDesk("LAPTOP", suite);
        person.put(
                        "/api/v1/runs/" + failed,
                        run(
                                failed,
                                "\"sitting\":" + third.get("sitting").asLong()
                                        + ",\"state\":\"FAILED\",\"reason\":\"needs a network\",",
                                key))
                .expect(201);

        JsonNode fourth = onDesk("LAPTOP", suite);
        person.put(
                        "/api/v1/sittings/" + fourth.get("sitting").asLong() + "/suites/" + suite,
                        "{\"gapReason\":\"does not install here\"}")
                .expect(200);
        JsonNode view = ask(
                        "&reference=0",
                        "setup-" + setup(first),
                        "setup-" + setup(second),
                        "setup-" + setup(third),
                        "setup-" + setup(fourth))
                .expect(200)
                .json();

        assertThat(test(view, "wait").at("/cells/3/gap").asText()).isEqualTo("does not install here");
        assertThat(test(view, "weave").at("/cells/1/difference").has("verdict")).isFalse();
        assertThat(test(view, "weave").at("/cells/1/difference").has("low")).isFalse();
        assertThat(test(view, "wait").at("/cells/1/gap").asText()).isEqualTo("not read");
        assertThat(test(view, "wait").at("/cells/2/gap").asText()).isEqualTo("failed: needs a network");
        assertThat(view.at("/groups/0/summaries/0/unknown").asInt()).isEqualTo(1);
    }

    @Test
    void theChangeThatWasNamedIsMeantAndWhatCameWithItTouchesItsGroups() {
        facts(first, "8", "one");
        JsonNode next = person.post(
                        "/api/v1/sittings/" + first.get("sitting").asLong() + "/changes",
                        "{\"change\":{\"name\":\"second module\",\"facts\":[{\"key\":\"memory.size\",\"value\":\"16\",\"unit\":\"GiB\"}]},"
                                + "\"suites\":[" + suite + "],\"closeBefore\":false}")
                .expect(201)
                .json();
        facts(next, "16", "two");
        measure(first, "100", "50", "1000");
        measure(next, "110", "45", "1100");

        JsonNode view = ask("&reference=1", "setup-" + setup(next), "setup-" + setup(first))
                .expect(200)
                .json();

        assertThat(standing(view, "memory.size")).isEqualTo("MEANT");
        assertThat(standing(view, "memory.channels")).isEqualTo("UNMEANT");
        assertThat(view.at("/groups/0/summaries/0/caveats").toString()).isEqualTo("[\"Channels\"]");
        assertThat(view.at("/subjects/0/before").asLong()).isEqualTo(setup(first));
    }

    private void facts(JsonNode sheet, String memory, String channels) {
        Api.bearer(port, deviceToken(sheet.get("sitting").asLong()))
                .put(
                        "/api/v1/device/facts",
                        "[{\"key\":\"memory.size\",\"value\":\"" + memory
                                + "\",\"unit\":\"GiB\"},{\"key\":\"memory.channels\",\"value\":\"" + channels + "\"}]")
                .expect(200);
    }

    private static String standing(JsonNode view, String fact) {
        for (JsonNode d : view.get("differs")) {
            if (d.get("key").asText().equals(fact)) {
                return d.get("standing").asText();
            }
        }
        return "the same";
    }

    @Test
    void modelsPartsAndTheBestOfAFamilyStandBesideASetup() {
        String chip = "Halden " + key;
        for (JsonNode sheet : new JsonNode[] {first, second}) {
            Api.bearer(port, deviceToken(sheet.get("sitting").asLong()))
                    .put("/api/v1/device/facts", "[{\"key\":\"cpu.model\",\"value\":\"" + chip + "\"}]")
                    .expect(200);
        }
        threeRunsEach();

        JsonNode view = ask(
                        "&reference=0",
                        "setup-" + setup(first),
                        "model-" + second.at("/setup/modelId").asLong(),
                        "fact-cpu.model=" + chip,
                        "best-cpu.model=" + chip)
                .expect(200)
                .json();

        JsonNode weave = test(view, "weave");
        assertThat(weave.at("/cells/1/value").asDouble()).isCloseTo(125, within(.5));
        assertThat(weave.at("/cells/2/value").asDouble()).isCloseTo(Math.sqrt(100 * 125), within(.5));
        assertThat(weave.at("/cells/3/value").asDouble()).isCloseTo(125, within(.5));
        assertThat(weave.at("/cells/3/from").asText()).contains("Test");
        assertThat(weave.at("/cells/2/reach").asDouble())
                .as("two that differ by a quarter say little of the chip")
                .isGreaterThan(weave.at("/cells/1/reach").asDouble() * 5);
        assertThat(view.at("/subjects/2/setups").asInt()).isEqualTo(2);
    }

    /** Another setup of the first device, with runs of its own. */
    private String changed(String name, String facts, String weave, String forge) {
        JsonNode next = person.post(
                        "/api/v1/sittings/" + first.get("sitting").asLong() + "/changes",
                        "{\"change\":{\"name\":\"" + name + "\",\"facts\":[" + facts + "]},\"suites\":[" + suite
                                + "],\"closeBefore\":false}")
                .expect(201)
                .json();
        for (String repeat : new String[] {"", ".5"}) {
            if (forge.isEmpty()) {
                keep(next.get("sitting").asLong(), key, "weave=" + weave + repeat);
            } else {
                keep(next.get("sitting").asLong(), key, "weave=" + weave + repeat, "forge=" + forge + repeat);
            }
        }
        return "setup-" + setup(next);
    }

    private static String fact(String key, String value) {
        return "{\"key\":\"" + key + "\",\"value\":\"" + value + "\"}";
    }

    private void writeFirst(String... facts) {
        person.put(
                        "/api/v1/setups/" + setup(first) + "/facts",
                        "{\"facts\":[" + String.join(",", facts).replace("\"value\"", "\"text\"") + "]}")
                .expect(200);
    }

    @Test
    void fourAlongTwoFactsAreATableOfCellsAndMeansAreOverTheSameTests() {
        writeFirst(fact("graphics.model", "Tarn 5"), fact("system.name", "Marram 14"));
        measure(first, "100.0", "50.00", "1000");
        measure(first, "100.5", "50.10", "1000.5");
        String chip = changed("Tarn 7", fact("graphics.model", "Tarn 7"), "150", "1400");
        String system = changed("Fenwin", fact("system.name", "Fenwin 11"), "110", "");
        String both = changed(
                "Fenwin on Tarn 7",
                fact("graphics.model", "Tarn 7") + "," + fact("system.name", "Fenwin 11"),
                "165",
                "1500");

        JsonNode view = ask("&reference=0", "setup-" + setup(first), chip, system, both)
                .expect(200)
                .json();

        JsonNode cross = view.get("cross");
        assertThat(cross.get("rows").asText()).isEqualTo("System");
        assertThat(cross.get("rowNames").toString()).isEqualTo("[\"Marram 14\",\"Fenwin 11\"]");
        assertThat(cross.get("columns").asText()).isEqualTo("Graphics");
        assertThat(cross.get("columnNames").toString()).isEqualTo("[\"Tarn 5\",\"Tarn 7\"]");
        assertThat(cross.get("cells").toString()).isEqualTo("[0,1,2,3]");
        JsonNode tests = cross.at("/tests/0");
        assertThat(tests.get("tests").asInt()).as("only Weave is of all four").isEqualTo(1);
        assertThat(tests.at("/columnInFirst/times").asDouble()).isCloseTo(1.5, within(.01));
        assertThat(tests.at("/rowInSecond/times").asDouble()).isCloseTo(1.1, within(.01));
        assertThat(tests.at("/together/times").asDouble()).isCloseTo(1, within(.01));
        assertThat(tests.at("/together/low").asDouble()).isLessThan(1);

        JsonNode mean = view.at("/groups/0/summaries/0");
        assertThat(mean.get("tests").asInt()).isEqualTo(1);
        assertThat(mean.at("/mean/times").asDouble()).isCloseTo(1.5, within(.01));
        JsonNode own = ask("&reference=0&over=OWN", "setup-" + setup(first), chip, system, both)
                .expect(200)
                .json()
                .at("/groups/0/summaries/0");
        assertThat(own.get("tests").asInt()).isEqualTo(2);
        assertThat(own.at("/mean/times").asDouble()).isCloseTo(Math.sqrt(1.5 * 1.4), within(.01));
        assertThat(compare("&reference=1").has("cross")).isFalse();
    }

    @Test
    void allTogetherIsOverEveryGroupAndASuiteCanHaveOneVote() {
        String drive = "siltmill-" + UUID.randomUUID().toString().substring(0, 8);
        long other = suite(drive, "storage");
        for (JsonNode device : new JsonNode[] {first, second}) {
            person.post(
                            "/api/v1/sittings/" + device.get("sitting").asLong() + "/suites",
                            "{\"suites\":[" + other + "]}")
                    .expect(200);
        }
        measure(first, "100", "50", "1000");
        measure(second, "200", "25", "2000");
        keep(first.get("sitting").asLong(), drive, "weave=100");
        keep(second.get("sitting").asLong(), drive, "weave=100");

        JsonNode all = compare("&reference=1").at("/together/0");
        assertThat(all.get("tests").asInt()).isEqualTo(4);
        assertThat(all.at("/mean/times").asDouble()).isCloseTo(Math.pow(2, .75), within(1e-6));
        // One run each: as read, three are ahead by more than matters and one is neither.
        assertThat(all.get("unknown").asInt()).isEqualTo(4);
        assertThat(all.get("readAhead").asInt()).isEqualTo(3);
        assertThat(all.get("readBehind").asInt()).isZero();
        assertThat(compare("&reference=1&votes=SUITE")
                        .at("/together/0/mean/times")
                        .asDouble())
                .isCloseTo(Math.sqrt(2), within(1e-6));
    }

    @Test
    void howSuitesDifferIsLearnedFromOtherDevicesOfTheKindOnceThereAreAny() {
        String kind = "Loom " + key;
        String other = "othermill-" + UUID.randomUUID().toString().substring(0, 8);
        long[] suites = {suite, suite(other, "processor")};
        JsonNode slow = loom(kind, other, suites, 1);
        JsonNode quick = loom(kind, other, suites, 1.3);

        JsonNode assumed = looms(quick, slow);
        assertThat(assumed.get("anyTestsBasis").asText()).isEqualTo("FEW_SUITES");
        assertThat(assumed.has("suitesLearnedFrom")).isFalse();

        loom(kind, other, suites, 1.1);
        loom(kind, other, suites, 1.2);

        JsonNode learned = looms(quick, slow);
        assertThat(learned.get("suitesLearnedFrom").asInt()).isEqualTo(4);
        assertThat(learned.at("/mean/times").asDouble())
                .isEqualTo(assumed.at("/mean/times").asDouble());
        assertThat(width(learned))
                .as("no loom has a taste, and that is known now")
                .isLessThan(width(assumed));
    }

    /** A device that does as well in both suites, but not in every test. */
    private JsonNode loom(String kind, String other, long[] suites, double speed) {
        JsonNode sheet = onDesk(kind, suites[0], suites[1]);
        for (String suite : new String[] {key, other}) {
            for (double run : new double[] {1, 1.002, .998}) {
                double now = speed * run;
                double uneven = 1 + .1 * (speed - 1);
                keep(
                        sheet.get("sitting").asLong(),
                        suite,
                        "weave=" + 100 * now * uneven,
                        "wait=" + 50 / now,
                        "forge=" + 1000 * now / uneven);
            }
        }
        return sheet;
    }

    private JsonNode looms(JsonNode quick, JsonNode slow) {
        return ask("&reference=1", "setup-" + setup(quick), "setup-" + setup(slow))
                .expect(200)
                .json()
                .at("/groups/0/summaries/0");
    }

    private static double width(JsonNode summary) {
        return summary.at("/anyTests/high").asDouble()
                - summary.at("/anyTests/low").asDouble();
    }

    @Test
    void betweenTwoDevicesTheSizeOfTheMemoryIsACaveatAndTheProcessorIsMeant() {
        writeFirst(
                fact("memory.size", "4 GiB"),
                fact("cpu.model", "Maren M4"),
                fact("display.refresh", "60 Hz"),
                fact("host.model", "Heron 3"));
        person.put(
                        "/api/v1/setups/" + setup(second) + "/facts",
                        "{\"facts\":[{\"key\":\"memory.size\",\"text\":\"8 GiB\"},{\"key\":\"cpu.model\",\"text\":\"Maren M5\"},"
                                + "{\"key\":\"display.refresh\",\"text\":\"90 Hz\"},{\"key\":\"host.model\",\"text\":\"Heron 4\"}]}")
                .expect(200);
        JsonNode differs = compare("&reference=1").get("differs");
        assertThat(differs.findValuesAsText("key"))
                .containsExactly("cpu.model", "memory.size", "display.refresh", "host.model");
        assertThat(differs.findValuesAsText("standing")).containsExactly("MEANT", "UNMEANT", "UNMEANT", "UNMEANT");
    }

    @Test
    void anotherVersionIsListedApartWithTheReason() {
        String newer = "key: " + key + "\nversion: \"2\"\nname: " + key
                + "\ngroup: processor\nmetrics:\n  - {key: weave, name: Weave, unit: MB/s}\n";
        person.send("POST", "/api/v1/suites", newer, "application/yaml").expect(201);
        measure(first, "100", "50", "1000");
        UUID id = UUID.randomUUID();
        person.put(
                        "/api/v1/runs/" + id,
                        run(id, second.get("sitting").asLong(), key, "weave=300")
                                .replace("\"version\":\"1\"},", "\"version\":\"2\"},"))
                .expect(201);

        JsonNode view = compare("&reference=1");

        assertThat(view.at("/apart/0/reason").asText()).isEqualTo("version 2 and version 1 are different tests");
        assertThat(test(view, "weave").at("/cells/0").has("value")).isFalse();
    }

    @Test
    void twoUnitsWithSetupsOfOneNameAreToldApartByTheirUnit() {
        long cpu = suite("kernmill-" + UUID.randomUUID().toString().substring(0, 6), "processor");
        JsonNode first = onDesk("LAPTOP", cpu);
        long model = first.at("/setup/modelId").asLong();
        assertThat(subjectOf(first).get("detail").asText()).isEmpty();
        long unit = person.post("/api/v1/models/" + model + "/units", "{\"label\":\"B\"}")
                .expect(201)
                .json()
                .get("id")
                .asLong();
        JsonNode second = person.post(
                        "/api/v1/sittings",
                        "{\"unitId\":" + unit + ",\"setup\":\"as shipped\",\"suites\":[" + cpu + "]}")
                .expect(201)
                .json();
        assertThat(subjectOf(first).get("detail").asText()).isEqualTo("as shipped, unit A");
        assertThat(subjectOf(second).get("detail").asText()).isEqualTo("as shipped, unit B");
        JsonNode strip = person.get("/api/v1/sittings").expect(200).json();
        assertThat(strip)
                .filteredOn(s -> s.get("modelId").asLong() == model)
                .extracting(s -> s.get("setup").asText())
                .containsExactlyInAnyOrder("as shipped, unit A", "as shipped, unit B");
    }

    private JsonNode subjectOf(JsonNode sheet) {
        String key = "setup-" + sheet.at("/setup/id").asLong();
        String other = "setup-" + onDesk("LAPTOP").at("/setup/id").asLong();
        return person.get("/api/v1/comparison?subject=" + key + "&subject=" + other)
                .expect(200)
                .json()
                .at("/subjects/0");
    }

    @Test
    void whatCannotBeComparedIsRefusedWithAReason() {
        assertThat(ask("", "setup-" + setup(first)).expect(422).json().toString())
                .contains("two to 12 different subjects");
        assertThat(ask("", "setup-" + setup(first), "setup-" + setup(first))
                        .expect(422)
                        .json()
                        .toString())
                .contains("different subjects");
        assertThat(ask("&reference=2", "setup-" + setup(first), "setup-" + setup(second))
                        .expect(422)
                        .json()
                        .toString())
                .contains("is 0 to 1, got 2");
        assertThat(ask("", "chair-1", "setup-1").expect(422).json().toString()).contains("names no subject");
        assertThat(ask("&threshold=2", "setup-" + setup(first), "setup-" + setup(second))
                        .expect(422)
                        .json()
                        .toString())
                .contains("a share from 0 to below 1");
        assertThat(ask(
                                "",
                                "setup-" + setup(first),
                                "claim-" + first.at("/setup/modelId").asLong())
                        .expect(404)
                        .json()
                        .toString())
                .contains("has no claims");
    }
}
