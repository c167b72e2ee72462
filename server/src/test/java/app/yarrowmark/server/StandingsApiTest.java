package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

class StandingsApiTest extends ServerTest {

    private final Map<String, Long> suitesMade = new HashMap<>();

    @Autowired
    JdbcTemplate jdbc;

    /** The kinds keep the pools of these tests apart. */
    @Test
    void placesIndexAndUnplacedFollowFromTheReadings() {
        long cpu = suite("kernmill", "processor");
        long drive = suite("siltpath", "storage");
        List<Long> setups = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            JsonNode sheet = onDesk("BOARD", cpu, drive);
            setups.add(sheet.at("/setup/id").asLong());
            double speed = 1 + i * .5;
            for (int repeat = 0; repeat < 3; repeat++) {
                measure(sheet, "kernmill", speed, repeat);
                if (i != 1) {
                    measure(sheet, "siltpath", speed, repeat);
                }
            }
        }

        JsonNode overall = person.get("/api/v1/standings?kind=BOARD&reference=setup-" + setups.get(0))
                .expect(200)
                .json();

        assertThat(overall.at("/places").findValuesAsText("setupId"))
                .containsExactly(
                        String.valueOf(setups.get(3)), String.valueOf(setups.get(2)), String.valueOf(setups.get(0)));
        assertThat(overall.at("/places/0/index").asDouble()).isCloseTo(250, within(8.0));
        assertThat(overall.at("/places/0/low").asDouble()).isLessThan(250);
        assertThat(overall.at("/places/2/index").asDouble()).isEqualTo(100);
        assertThat(overall.at("/places/2").has("low")).isFalse();
        assertThat(overall.at("/unplaced/0/subject/setupId").asLong()).isEqualTo(setups.get(1));
        assertThat(overall.at("/unplaced/0/missing/0").asText()).isEqualTo("STORAGE");
        assertThat(overall.at("/unplaced/0/toRun/0").asText()).isEqualTo("siltpath");

        JsonNode processor = person.get("/api/v1/standings?kind=BOARD&group=PROCESSOR")
                .expect(200)
                .json();
        assertThat(processor.at("/places")).hasSize(4);
        assertThat(processor.at("/places/0/testsOf").asInt()).isEqualTo(3);

        String live = readersSee("Boards", "?kind=BOARD&reference=setup-" + setups.get(0));
        assertThat(live)
                .contains("<p class=\"line\">kind: board</p>", "is 100, more is better. Two whose lines do not touch")
                .contains("<td>= 100</td>", "<td>1</td><th scope=\"row\">", "1 without a place")
                .contains("Counted: processor (", "drive (", ", of kernmill", "All of these 3 are told apart;")
                .doesNotContain("NaN", "null");
        assertThat(live.split("<tr>", -1)).hasSize(5);
        String weighed = readersSee("Boards by processor", "?kind=BOARD&weight=PROCESSOR:80&weight=STORAGE:20");
        assertThat(weighed).contains(", weight 80)", ", weight 20)");
        String numbers = readersSee("Boards by number", "?kind=BOARD&by=number&test=" + processor.at("/tests/0/id"));
        assertThat(numbers).contains("Lines are 95 % intervals", "<th scope=\"col\">Runs</th>", "<td>3</td>");
        assertThat(numbers.split("<tr>", -1)).hasSize(6);
        assertThat(readersSee("No boards", "?kind=BOARD&yearFrom=2999")).contains("Nobody here has a score yet.");
    }

    /** The page that strangers get of a standing that is kept and shown to them. */
    private String readersSee(String name, String address) {
        JsonNode kept = person.post(
                        "/api/v1/boards",
                        "{\"page\":\"STANDINGS\",\"name\":\"" + name + "\",\"address\":\"" + address + "\"}")
                .expect(201)
                .json();
        String slug = person.put("/api/v1/boards/" + kept.get("id") + "/public", "{\"shown\":true}")
                .expect(200)
                .json()
                .get("publicSlug")
                .asText();
        return Api.anonymous(port).get("/read/boards/" + slug).expect(200).text();
    }

    @Test
    void wordsOfAListAreReadInAnyCaseAndWhatIsNoneOfThemIsToldWhatThereIs() {
        assertThat(person.get("/api/v1/standings?group=processor&tuned=both")
                        .expect(200)
                        .json()
                        .get("group")
                        .asText())
                .isEqualTo("PROCESSOR");
        assertThat(person.get("/api/v1/standings?group=prozessor").expect(400).text())
                .contains("group")
                .contains("prozessor")
                .contains("PROCESSOR");
    }

    @Test
    void standingsDoNotHangOnTheOrderInWhichRecordsWereMade() {
        String tag = UUID.randomUUID().toString().substring(0, 6);
        String[] keys = {"firstmill-" + tag, "secondmill-" + tag, "thirdmill-" + tag};
        List<Integer> rising = List.of(0, 1, 2, 3, 4, 5, 6);
        List<Integer> mixed = List.of(5, 2, 6, 0, 3, 1, 4);
        sevenLooms("Looms " + tag, keys, rising);
        sevenLooms("Other looms " + tag, keys, mixed);

        JsonNode straight = looms("Looms " + tag);
        JsonNode crossed = looms("Other looms " + tag);

        assertThat(straight.at("/places")).hasSize(7);
        assertThat(straight.at("/brackets").size()).isGreaterThan(1);
        assertThat(crossed.at("/brackets")).isEqualTo(straight.at("/brackets"));
        for (String what : List.of("index", "lineLow", "lineHigh", "low", "high", "best", "worst")) {
            assertThat(crossed.at("/places").findValuesAsText(what))
                    .as(what)
                    .isEqualTo(straight.at("/places").findValuesAsText(what));
        }
    }

    /** Seven devices of a kind, made in an order, with the same readings whatever that order is. */
    private void sevenLooms(String kind, String[] keys, List<Integer> order) {
        Long[] suites = Stream.of(keys).map(k -> suiteOnce(k)).toArray(Long[]::new);
        for (int i : order) {
            JsonNode sheet = onDesk(kind, "Loom " + i + " of " + kind, suites);
            for (int k = 0; k < keys.length; k++) {
                double taste = 1 + .02 * ((i * 5 + k * 3) % 4);
                measure(sheet, keys[k], (1 + .07 * i) * taste, 1);
            }
        }
    }

    private JsonNode looms(String kind) {
        return person.get("/api/v1/standings?group=PROCESSOR&kind=" + URLEncoder.encode(kind, StandardCharsets.UTF_8))
                .expect(200)
                .json();
    }

    private long suiteOnce(String key) {
        return suitesMade.computeIfAbsent(key, k -> suite(k, "processor"));
    }

    @Test
    void whateverHasAnOrderIsRankedInItsOwnUnit() {
        String key = "ordermill-" + UUID.randomUUID().toString().substring(0, 8);
        String sheet = "key: " + key + "\nversion: \"1\"\nname: " + key + "\ngroup: heat\nmetrics:\n"
                + "  - {key: skin, name: Skin, unit: Cel, better: lower, scale: interval, decimals: 1}\n"
                + "  - {key: boot, name: Boot, unit: s, better: lower, decimals: 1}\n"
                + "  - {key: sleeps, name: Sleeps, scale: check}\n";
        long suite = person.send("POST", "/api/v1/suites", sheet, "application/yaml")
                .expect(201)
                .json()
                .get("id")
                .asLong();
        String[][] read = {{"31.0", "9.5", "passed"}, {"28.5", "9.5", "failed"}, {"28.5", "12.0", "passed"}};
        for (String[] r : read) {
            JsonNode device = onDesk("EREADER", suite);
            keep(device.get("sitting").asLong(), key, "skin=" + r[0], "boot=" + r[1], "sleeps=" + r[2]);
        }
        JsonNode without = onDesk("EREADER", suite);
        String gap = "setup-" + without.at("/setup/id").asLong();

        JsonNode skin = ranking("EREADER", key, "Skin", gap);
        assertThat(skin.get("rows").findValuesAsText("value")).containsExactly("28.5", "28.5", "31.0");
        assertThat(skin.get("rows").findValuesAsText("place")).containsExactly("1", "1", "3");
        assertThat(skin.at("/rows/0/percentile").asDouble()).isCloseTo(2.0 / 3, within(1e-9));
        assertThat(skin.at("/rows/0").has("low")).isFalse();
        assertThat(skin.at("/test/test/better").asText()).isEqualTo("LOWER");

        JsonNode boot = ranking("EREADER", key, "Boot", gap);
        assertThat(boot.get("rows").findValuesAsText("place")).containsExactly("1", "1", "3");
        long boots = boot.at("/test/id").asLong();
        JsonNode first = person.get("/api/v1/ranking?kind=EREADER&rows=1&test=" + boots)
                .expect(200)
                .json();
        assertThat(first.get("rows")).hasSize(1);
        assertThat(first.get("ranked").asInt()).isEqualTo(3);
        assertThat(ranking("EREADER", key, "Sleeps", gap).get("rows").findValuesAsText("words"))
                .containsExactly("passed", "passed", "failed");
        assertThat(person.get("/api/v1/ranking?test=999999999").expect(404).detail())
                .contains("no test number 999999999");
    }

    private JsonNode ranking(String kind, String suite, String name, String around) {
        for (JsonNode choice :
                person.get("/api/v1/ranking?kind=" + kind).expect(200).json().get("tests")) {
            if (choice.at("/test/suite").asText().equals(suite)
                    && choice.at("/test/name").asText().equals(name)) {
                return person.get("/api/v1/ranking?kind=" + kind + "&test="
                                + choice.get("id").asLong() + "&around=" + around)
                        .expect(200)
                        .json();
            }
        }
        throw new AssertionError("no " + name);
    }

    /** A suite for drives that takes no time at all says nothing of phones, and what was run is not to be run again. */
    @Test
    void whatWouldPlaceOneIsNeitherOfAnotherKindNorRunAlready() {
        String tag = UUID.randomUUID().toString().substring(0, 6);
        String name = "driveround-" + tag;
        String sheet = "key: " + name + "\nversion: \"1\"\nname: " + name + "\ngroup: storage\nminutes: 0.01\n"
                + "metrics:\n  - {key: weave, name: Weave, unit: MB/s}\n";
        long round = person.send("POST", "/api/v1/suites", sheet, "application/yaml")
                .expect(201)
                .json()
                .get("id")
                .asLong();
        long drive = suite("siltpath", "storage");
        for (int i = 0; i < 2; i++) {
            JsonNode sitting = onDesk("DRIVE", round, drive);
            keep(sitting.get("sitting").asLong(), name, "weave=" + (900 + i));
            measure(sitting, "siltpath", 2 + i, 0);
        }
        long cpu = suite("callmill-" + tag, "processor");
        JsonNode phone = onDesk("PHONE", cpu, round);
        keep(phone.get("sitting").asLong(), "callmill-" + tag, "weave=100");
        String key = "setup-" + phone.at("/setup/id").asLong();
        assertThat(toRun(key)).doesNotContain(name);

        // Once another phone has it, it helps to place this one too; but by that one test alone nobody has a place.
        JsonNode other = onDesk("PHONE", round, drive);
        keep(other.get("sitting").asLong(), name, "weave=90");
        measure(other, "siltpath", 0.1, 0);
        assertThat(toRun(key)).contains(name).hasSize(2);
    }

    private List<String> toRun(String key) {
        for (JsonNode u : person.get("/api/v1/standings?group=STORAGE").json().get("unplaced")) {
            if (u.at("/subject/key").asText().equals(key)) {
                List<String> suites = new ArrayList<>();
                u.get("toRun").forEach(suite -> suites.add(suite.asText()));
                return suites;
            }
        }
        throw new AssertionError(key + " is placed");
    }

    @Test
    void weightsTheSubjectAndThePoolAreTheReadersChoice() {
        String key = "kernmill-" + UUID.randomUUID().toString().substring(0, 6);
        String slow = "siltpath-" + UUID.randomUUID().toString().substring(0, 6);
        long cpu = suite(key, "processor");
        long drive = suite(slow, "storage");
        String chip = "Halden " + key;
        List<JsonNode> sheets = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            JsonNode sheet = onDesk("DESKTOP", cpu, drive);
            sheets.add(sheet);
            Api.bearer(port, deviceToken(sheet.get("sitting").asLong()))
                    .put(
                            "/api/v1/device/facts",
                            "[{\"key\":\"cpu.model\",\"value\":\"" + (i < 2 ? chip : chip + " X") + "\"}]")
                    .expect(200);
            for (int repeat = 0; repeat < 3; repeat++) {
                measure(sheet, key, 1 + i, repeat);
                measure(sheet, slow, 3 - i, repeat);
            }
        }

        assertThat(first("kind=DESKTOP&weight=STORAGE:0")).isEqualTo(name(sheets.get(2)));
        assertThat(first("kind=DESKTOP&weight=PROCESSOR:1&weight=STORAGE:9")).isEqualTo(name(sheets.get(0)));
        JsonNode chips = person.get("/api/v1/standings?kind=DESKTOP&group=PROCESSOR&ranked=cpu.model")
                .expect(200)
                .json();
        assertThat(chips.at("/places/0/subject/name").asText()).isEqualTo(chip + " X");
        assertThat(chips.at("/places/1/subject/setups").asInt()).isEqualTo(2);
        JsonNode models = person.get("/api/v1/standings?kind=DESKTOP&group=PROCESSOR&ranked=model")
                .expect(200)
                .json();
        assertThat(models.at("/places/0/subject/key").asText()).startsWith("model-");
        assertThat(person.get("/api/v1/standings?kind=DESKTOP&yearFrom=2020")
                        .expect(200)
                        .json()
                        .at("/placed")
                        .asInt())
                .as("no year is known of them")
                .isZero();
        assertThat(person.get("/api/v1/standings?weight=PROCESSOR")
                        .expect(422)
                        .json()
                        .toString())
                .contains("PROCESSOR:40");
        assertThat(person.get("/api/v1/standings?ranked=no.such")
                        .expect(422)
                        .json()
                        .toString())
                .contains("key of a fact");
    }

    @Test
    void anotherReadingBringsTestsToOneSteepnessAndKeepsTheUsualPlace() {
        String gentle = "gentle-" + UUID.randomUUID().toString().substring(0, 6);
        String steep = "steep-" + UUID.randomUUID().toString().substring(0, 6);
        long one = suite(gentle, "graphics");
        long two = suite(steep, "graphics");
        for (int i = 0; i < 6; i++) {
            JsonNode sheet = onDesk("MINI", one, two);
            double speed = Math.pow(1.4, i);
            for (int repeat = 0; repeat < 2; repeat++) {
                measure(sheet, gentle, speed, repeat);
                if (i > 1) {
                    measure(sheet, steep, speed * speed, repeat);
                }
            }
        }
        JsonNode usual =
                person.get("/api/v1/standings?kind=MINI&group=GRAPHICS").json();
        assertThat(usual.get("steepness")).isEmpty();
        assertThat(usual.at("/places/0").has("usual")).isFalse();

        JsonNode level = person.get("/api/v1/standings?kind=MINI&group=GRAPHICS&steep=true")
                .expect(200)
                .json();
        assertThat(level.at("/steepness/0/test/suite").asText()).isEqualTo(steep);
        assertThat(level.at("/steepness/0/share").asDouble()).isEqualTo(4 / 6.0);
        JsonNode tests = level.get("steepness");
        assertThat(tests.get(0).get("steepness").asDouble()
                        / tests.get(tests.size() - 1).get("steepness").asDouble())
                .as("two suites of six devices tell a little")
                .isBetween(1.05, 2.2);
        assertThat(level.at("/places/0/usual").asInt()).isEqualTo(1);
        // What is expected of a score is said in the test's own steepness.
        String strongest = level.at("/places/0/subject/key").asText();
        person.get("/api/v1/standings/why?kind=MINI&group=GRAPHICS&steep=true&subject=" + strongest)
                .expect(200)
                .json()
                .at("/groups/0/tests")
                .forEach(t -> assertThat(
                                t.get("expected").asDouble() / t.get("value").asDouble())
                        .isBetween(.8, 1.25));
    }

    private String first(String query) {
        return person.get("/api/v1/standings?" + query)
                .expect(200)
                .json()
                .at("/places/0/subject/name")
                .asText();
    }

    private static String name(JsonNode sheet) {
        return sheet.at("/setup/maker").asText() + " "
                + sheet.at("/setup/model").asText();
    }

    @Test
    void oneTestIsAnOrderAndEveryPlaceCanBeTakenApart() {
        String key = "kernmill-" + UUID.randomUUID().toString().substring(0, 6);
        long cpu = suite(key, "memory");
        List<JsonNode> sheets = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            JsonNode sheet = onDesk("MINI", cpu);
            sheets.add(sheet);
            for (int repeat = 0; repeat < 3; repeat++) {
                measure(sheet, key, 1 + .2 * i, repeat);
            }
        }
        // One of them is five times off in one test.
        JsonNode odd = onDesk("MINI", cpu);
        keep(odd.get("sitting").asLong(), key, "weave=500", "wait=60", "forge=700");
        keep(odd.get("sitting").asLong(), key, "weave=501", "wait=60", "forge=701");

        JsonNode group = person.get("/api/v1/standings?kind=MINI&group=MEMORY")
                .expect(200)
                .json();
        long weave = 0;
        for (JsonNode test : group.get("tests")) {
            weave = test.get("name").asText().equals("Weave") ? test.get("id").asLong() : weave;
        }
        JsonNode one = person.get("/api/v1/standings?kind=MINI&test=" + weave)
                .expect(200)
                .json();
        assertThat(one.get("oneTest").asBoolean()).isTrue();
        assertThat(one.at("/places/0/subject/setupId").asLong())
                .isEqualTo(odd.at("/setup/id").asLong());

        JsonNode why = person.get("/api/v1/standings/why?kind=MINI&group=MEMORY&subject=setup-"
                        + odd.at("/setup/id").asLong())
                .expect(200)
                .json();
        JsonNode lifted = why.at("/groups/0/tests/0");
        assertThat(lifted.get("name").asText()).isEqualTo("Weave");
        assertThat(lifted.get("off").asDouble()).isGreaterThan(2);
        assertThat(lifted.get("doubted").asBoolean()).isTrue();
        assertThat(lifted.get("expected").asDouble()).isLessThan(250);
        assertThat(why.at("/groups/0/tests").findValues("share").stream()
                        .mapToDouble(JsonNode::asDouble)
                        .sum())
                .isCloseTo(1, within(1e-9));
        assertThat(person.get("/api/v1/standings/why?kind=MINI&subject=setup-99999")
                        .expect(404)
                        .json()
                        .toString())
                .contains("not in this pool");
    }

    @Test
    void valueNamesThePriceItIsOfAndWhoIsBeaten() {
        String key = "kernmill-" + UUID.randomUUID().toString().substring(0, 6);
        long cpu = suite(key, "processor");
        List<JsonNode> sheets = new ArrayList<>();
        String[] prices = {"500.00", "900.00", "1 000.00", null};
        double[] speeds = {1, 2, 1.5, 3};
        for (int i = 0; i < 4; i++) {
            JsonNode sheet = onDesk("TABLET", cpu);
            sheets.add(sheet);
            if (prices[i] != null) {
                price(sheet.at("/setup/modelId").asLong(), prices[i]);
            }
            for (int repeat = 0; repeat < 3; repeat++) {
                measure(sheet, key, speeds[i], repeat);
            }
        }

        JsonNode value = person.get("/api/v1/standings/value?kind=TABLET&group=PROCESSOR&reference=setup-"
                        + sheets.get(0).at("/setup/id").asLong())
                .expect(200)
                .json();

        assertThat(value.get("unit").asText()).isEqualTo("EUR");
        assertThat(value.at("/lines")).hasSize(3);
        assertThat(value.at("/lines/0/forEach").asDouble()).isCloseTo(200 / 9.0, within(.3));
        assertThat(line(value, sheets.get(2)).get("efficient").asBoolean()).isFalse();
        assertThat(line(value, sheets.get(2)).get("beatenBy").asText()).contains(name(sheets.get(1)));
        assertThat(line(value, sheets.get(0)).get("efficient").asBoolean()).isTrue();
        assertThat(value.at("/without").toString()).contains("no price is known");
        assertThat(person.get("/api/v1/standings/value?cost=cheap")
                        .expect(422)
                        .json()
                        .toString())
                .contains("price or the number of a metric in watts");
    }

    private static JsonNode line(JsonNode value, JsonNode sheet) {
        for (JsonNode l : value.get("lines")) {
            if (l.at("/subject/setupId").asLong() == sheet.at("/setup/id").asLong()) {
                return l;
            }
        }
        throw new AssertionError("not in " + value);
    }

    private void price(long model, String amount) {
        details(
                model,
                "\"prices\":[{\"amount\":\"" + amount
                        + "\",\"currency\":\"EUR\",\"on\":\"2026-05-04\",\"variant\":\"\"}],\"tags\":[]");
    }

    private void details(long model, String some) {
        JsonNode m = person.get("/api/v1/profiles/models/" + model)
                .expect(200)
                .json()
                .get("model");
        person.put(
                        "/api/v1/models/" + model,
                        "{\"maker\":\"" + m.get("maker").asText() + "\",\"name\":\""
                                + m.get("name").asText() + "\",\"kind\":\""
                                + m.get("kind").asText() + "\",\"edition\":" + m.get("edition")
                                + ",\"details\":{" + some
                                + ",\"specification\":[],\"claims\":[],\"pros\":[],\"cons\":[],\"missing\":[]}}")
                .expect(200);
    }

    @Test
    void theSetupThatSpeaksForAModelIsChosenByTheRuleAskedFor() {
        long cpu = suite("kernmill", "processor");
        JsonNode shipped = tagged(onDesk("PHONE", cpu));
        JsonNode quick = changed(shipped, "fresh paste", cpu);
        JsonNode last = changed(quick, "quiet plan", cpu);
        JsonNode other = tagged(onDesk("PHONE", cpu));
        measure(shipped, "kernmill", 1, 0);
        measure(quick, "kernmill", 1.5, 0);
        measure(last, "kernmill", .8, 0);
        measure(other, "kernmill", 1, 0);
        measure(changed(other, "quiet plan", cpu), "kernmill", .9, 0);
        for (String[] rule : new String[][] {
            {"as-shipped", id(shipped)}, {"latest", id(last)}, {"best", id(quick)}, {"named-Quiet%20plan", id(last)}
        }) {
            JsonNode places = person.get("/api/v1/standings?ranked=model&tag=speakers&tuned=BOTH&speaks=" + rule[0])
                    .expect(200)
                    .json()
                    .get("places");
            assertThat(places.findValuesAsText("setupId")).as(rule[0]).contains(rule[1]);
            assertThat(places).as(rule[0]).hasSize(2);
        }
        assertThat(person.get("/api/v1/standings?ranked=model&speaks=loudest")
                        .expect(422)
                        .detail())
                .contains("as-shipped, latest, best");
    }

    private static String id(JsonNode sheet) {
        return sheet.at("/setup/id").asText();
    }

    private JsonNode changed(JsonNode before, String change, long suite) {
        return person.post(
                        "/api/v1/sittings/" + before.get("sitting").asLong() + "/changes",
                        "{\"change\":{\"name\":\"" + change
                                + "\",\"facts\":[{\"key\":\"power.plan\",\"value\":\"" + change
                                + "\"}]},\"suites\":[" + suite + "],\"closeBefore\":true}")
                .expect(201)
                .json();
    }

    /** The tag keeps the pool of a test apart. */
    private JsonNode tagged(JsonNode sheet) {
        details(sheet.at("/setup/modelId").asLong(), "\"prices\":[],\"tags\":[\"speakers\"]");
        return sheet;
    }

    @Test
    void aRunSetAsideNoLongerCounts() {
        long cpu = suite("kernmill", "processor");
        JsonNode sheet = onDesk("TABLET", cpu);
        long setup = sheet.at("/setup/id").asLong();
        keep(sheet.get("sitting").asLong(), "kernmill", "weave=100");
        String odd = keep(sheet.get("sitting").asLong(), "kernmill", "weave=300")
                .json()
                .get("id")
                .asText();
        assertThat(own(cpu, setup, "weave").get("value").asDouble()).isCloseTo(173.2, within(.1));

        person.post("/api/v1/runs/" + odd + "/set-aside", "{\"reason\":\"throttled\"}")
                .expect(200);

        assertThat(own(cpu, setup, "weave").get("value").asDouble()).isCloseTo(100, within(1e-9));
        assertThat(own(cpu, setup, "weave").get("count").asInt()).isEqualTo(1);
    }

    @Test
    void whatAnotherServerWroteIsSeen() {
        long cpu = suite("kernmill", "processor");
        JsonNode sheet = onDesk("MINI", cpu);
        long setup = sheet.at("/setup/id").asLong();
        keep(sheet.get("sitting").asLong(), "kernmill", "weave=100");
        assertThat(own(cpu, setup, "weave").get("count").asInt()).isEqualTo(1);

        jdbc.update("insert into revision (counted, lane, number) values ('SCORES', 9, 1)");
        jdbc.update(
                "update run set state = 'SET_ASIDE', reason = 'elsewhere', revision = (9 << 40) + 1 where setup_id = ?",
                setup);

        assertThat(own(cpu, setup, "weave").isMissingNode()).isTrue();
    }

    @Test
    void lessIsBetterTurnsPlacesRound() {
        long cpu = suite("kernmill", "processor");
        JsonNode quick = onDesk("PHONE", cpu);
        JsonNode slow = onDesk("PHONE", cpu);
        keep(quick.get("sitting").asLong(), "kernmill", "wait=10");
        keep(slow.get("sitting").asLong(), "kernmill", "wait=20");
        assertThat(own(cpu, quick.at("/setup/id").asLong(), "wait").get("place").asInt())
                .isLessThan(own(cpu, slow.at("/setup/id").asLong(), "wait")
                        .get("place")
                        .asInt());
    }

    @Test
    void anEmptyPoolIsNoError() {
        JsonNode empty = person.get("/api/v1/standings?kind=DESKTOP&group=MEMORY")
                .expect(200)
                .json();
        assertThat(empty.at("/places")).isEmpty();
        assertThat(empty.has("reference")).isFalse();
    }

    private JsonNode own(long suite, long setup, String metric) {
        JsonNode pools = person.get("/api/v1/scores?suite=" + suite + "&setup=" + setup)
                .expect(200)
                .json();
        for (JsonNode pool : pools) {
            if (pool.get("metric").asText().equals(metric)) {
                return pool.path("own");
            }
        }
        throw new AssertionError("no metric " + metric);
    }

    private void measure(JsonNode sheet, String key, double speed, int repeat) {
        double noise = 1 + .002 * (repeat - 1);
        keep(
                sheet.get("sitting").asLong(),
                key,
                "weave=" + round(100 * speed * noise),
                "wait=" + round(60 / speed * noise),
                "forge=" + round(700 * speed * noise));
    }

    private static double round(double x) {
        return Math.round(x * 100) / 100.0;
    }
}
