package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class FollowTest extends ServerTest {

    private String key;
    private long suite;
    private JsonNode first;
    private final Random random = new Random(7);

    @BeforeEach
    void aDevice() {
        key = "linemill-" + UUID.randomUUID().toString().substring(0, 8);
        suite = suite(key, "browser");
        first = onDesk("TABLET", suite);
    }

    private static long setup(JsonNode sheet) {
        return sheet.at("/setup/id").asLong();
    }

    /** The next version on the desk; something else changes unmeant with it where it is said. */
    private JsonNode next(JsonNode before, int version, String also) {
        JsonNode sheet = person.post(
                        "/api/v1/sittings/" + before.get("sitting").asLong() + "/changes",
                        "{\"change\":{\"name\":\"Wick " + version
                                + "\",\"facts\":[{\"key\":\"browser.name\",\"value\":\"Wick " + version
                                + "\"}]},\"suites\":[" + suite + "],\"closeBefore\":true}")
                .expect(201)
                .json();
        if (!also.isEmpty()) {
            Api.bearer(port, deviceToken(sheet.get("sitting").asLong()))
                    .put(
                            "/api/v1/device/facts",
                            "[{\"key\":\"system.fonts\",\"value\":\"" + also + "\",\"unit\":\"\"}]")
                    .expect(200);
        }
        return sheet;
    }

    private void measure(JsonNode sheet, int day, double weave, double wait, double forge) {
        for (int r = 0; r < 3; r++) {
            UUID id = UUID.randomUUID();
            String readings = String.format(
                    Locale.ROOT,
                    "weave=%.2f wait=%.3f%s",
                    weave * noise(),
                    wait * noise(),
                    forge == 0 ? "" : String.format(Locale.ROOT, " forge=%.0f", forge * noise()));
            String body = run(id, sheet.get("sitting").asLong(), key, readings.split(" "))
                    .replace("2026-05-04", String.format(Locale.ROOT, "2026-05-%02d", day));
            person.put(
                            "/api/v1/runs/" + id,
                            forge == 0
                                    ? body.replace(
                                            "\"readings\"",
                                            "\"gaps\":[{\"metric\":\"forge\",\"reason\":\"needs Wick 3\"}],\"readings\"")
                                    : body)
                    .expect(201);
        }
    }

    private double noise() {
        return Math.exp(.002 * random.nextGaussian());
    }

    private JsonNode line(String more) {
        return person.get("/api/v1/lines?setup=" + more).expect(200).json();
    }

    private static JsonNode test(JsonNode line, String metric) {
        for (JsonNode test : line.get("tests")) {
            if (test.get("metric").asText().equals(metric)) {
                return test;
            }
        }
        throw new AssertionError("no " + metric + " in " + line.get("tests"));
    }

    private static List<String> kinds(JsonNode test) {
        return test.get("steps").findValuesAsText("kind");
    }

    @Test
    void aLineIsFoundFromTheParentsAndTellsStepsFromNoise() {
        List<JsonNode> sheets = new ArrayList<>(List.of(first));
        measure(first, 1, 100, 50, 0);
        for (int v = 2; v <= 6; v++) {
            sheets.add(next(sheets.get(v - 2), v, v == 4 ? "Quire 2" : v == 2 ? "Quire 1" : ""));
            measure(sheets.get(v - 1), v, v < 4 ? 100 : 110, v == 3 ? 60 : 50, v < 3 ? 0 : 1000);
        }

        JsonNode line = line(String.valueOf(setup(sheets.get(2))));

        assertThat(line.get("factor").asText()).isEqualTo("browser.name");
        assertThat(line.get("words").asText()).isEqualTo("Browser");
        assertThat(line.get("versions").findValuesAsText("label"))
                .containsExactly("Wick 2", "Wick 3", "Wick 4", "Wick 5", "Wick 6");
        // Of three versions that were changed on purpose, the fonts came along in one.
        assertThat(line.at("/versions/2/changes/0/name").asText()).isEqualTo("Font package");
        assertThat(line.at("/versions/2/changes/0/standing").asText()).isEqualTo("UNMEANT");
        JsonNode weave = test(line, "weave");
        assertThat(kinds(weave)).containsExactly("NONE", "UP", "NONE", "NONE");
        assertThat(weave.at("/cells/2/index").asDouble()).isCloseTo(110, within(1.0));
        assertThat(weave.at("/firstToLast/shown").asDouble()).isCloseTo(.1, within(.01));
        assertThat(weave.at("/firstToLast/verdict").asText()).isEqualTo("AHEAD");
        // Less is better: the one that took longer is a blip, drawn downwards.
        JsonNode wait = test(line, "wait");
        assertThat(kinds(wait)).startsWith("BLIP", "BLIP");
        assertThat(wait.at("/cells/1/index").asDouble()).isLessThan(90);
        JsonNode forge = test(line, "forge");
        assertThat(forge.at("/cells/0/gap").asText()).isEqualTo("needs Wick 3");
        assertThat(forge.at("/cells/1/index").asDouble()).isEqualTo(100);
        assertThat(forge.at("/steps/0/from").asInt()).isEqualTo(1);
        assertThat(line.at("/together/0/version").asInt()).isEqualTo(2);
        assertThat(line.at("/together/0/up").toString()).contains("Weave");
        assertThat(line.at("/together/0/changes/0/name").asText()).isEqualTo("Font package");
        assertThat(line.at("/groups/0/points/0/index").asDouble()).isEqualTo(100);
        assertThat(line.at("/groups/0/points/4/index").asDouble()).isBetween(103.0, 107.0);
    }

    @Test
    void byTimeTheFirstSetupIsPartOfItAndChosenSetupsAreALineToo() {
        JsonNode second = next(first, 2, "");
        JsonNode third = next(second, 3, "");
        measure(first, 9, 100, 50, 1000);
        measure(second, 2, 100, 50, 1000);
        measure(third, 3, 100, 50, 1000);
        JsonNode byTime = line(setup(third) + "&factor=time&order=DATE");
        assertThat(byTime.get("versions").findValuesAsText("label")).containsExactly("Wick 2", "Wick 3", "as shipped");
        assertThat(byTime.has("factor")).isFalse();
        JsonNode chosen = line(setup(third) + "," + setup(first) + "&factor=time");
        assertThat(chosen.get("versions").findValuesAsText("label")).containsExactly("Wick 3", "as shipped");
        assertThat(person.get("/api/v1/lines/units").json().toString()).contains("\"setups\":3");
    }

    @Test
    void movementBetweenDaysComesFromHistoryWhereThereIsSome() {
        for (int day = 1; day <= 6; day++) {
            double mood = day % 2 == 0 ? 1.01 : .99;
            measure(first, day, 100 * mood, 50, 1000);
        }
        JsonNode second = next(first, 2, "");
        measure(second, 9, 102, 50, 1000);
        JsonNode weave = test(line(setup(second) + "&factor=time"), "weave");
        assertThat(weave.at("/days/source").asText()).isEqualTo("TEST");
        assertThat(weave.at("/days/share").asDouble()).isBetween(.005, .02);
        assertThat(weave.at("/days/repeats").asInt()).isEqualTo(5);
        assertThat(kinds(weave)).containsExactly("NONE");
    }

    /** The same two setups, the same answer: first to last along a line and side by side. */
    @Test
    void versionsAndSideBySideGiveTheSameAnswerToTheSameTwoSetups() {
        JsonNode second = next(first, 2, "");
        for (int day = 1; day <= 3; day++) {
            measure(first, day, 100 + day, 50, 1000);
            measure(second, 5 + day, 103 + day, 49, 1001);
        }
        JsonNode line = line(setup(first) + "," + setup(second) + "&factor=time");
        JsonNode sides = person.get("/api/v1/comparison?subject=setup-" + setup(second) + "&subject=setup-"
                        + setup(first) + "&reference=1")
                .expect(200)
                .json();
        int held = 0;
        for (JsonNode test : sides.at("/groups/0/tests")) {
            JsonNode change = test(line, test.get("metric").asText()).get("firstToLast");
            JsonNode difference = test.at("/cells/0/difference");
            for (String what : List.of("times", "low", "high", "verdict", "look", "confidence")) {
                assertThat(change.get(what)).as(test.get("metric") + " " + what).isNotNull();
            }
            assertThat(change.get("times").asDouble())
                    .isCloseTo(difference.get("times").asDouble(), within(1e-8));
            assertThat(change.get("look").asInt())
                    .isEqualTo(difference.get("look").asInt())
                    .isEqualTo(3);
            assertThat(change.get("low").asDouble())
                    .isCloseTo(difference.get("low").asDouble(), within(1e-8));
            assertThat(change.get("verdict").asText())
                    .isEqualTo(difference.get("verdict").asText());
            held++;
        }
        assertThat(held).isGreaterThan(2);
    }

    @Test
    void aNoteStandsAtItsVersionAndInTheHistory() {
        JsonNode second = next(first, 2, "");
        measure(first, 1, 100, 50, 1000);
        measure(second, 2, 100, 50, 1000);
        person.put("/api/v1/setups/" + setup(second) + "/note", "{\"note\":\" the room was warm \"}")
                .expect(200);
        assertThat(line(setup(second) + "&factor=time").at("/versions/1/note").asText())
                .isEqualTo("the room was warm");
        assertThat(person.get("/api/v1/setups/" + setup(second) + "/history")
                        .json()
                        .toString())
                .contains("NOTED", "the room was warm");
        person.put("/api/v1/setups/" + setup(second) + "/note", "{\"note\":\"" + "x".repeat(1001) + "\"}")
                .expect(422);
    }

    @Test
    void whatCannotBeFollowedIsSaid() {
        assertThat(person.get("/api/v1/lines?setup=999999999")
                        .expect(404)
                        .json()
                        .get("detail")
                        .asText())
                .isEqualTo("There is no setup number 999999999.");
        assertThat(person.get("/api/v1/lines?setup=" + setup(first) + "&factor=drive.model")
                        .expect(422)
                        .json()
                        .toString())
                .contains("no setup of this line says anything of drive.model");
        person.get("/api/v1/lines?setup=" + setup(first) + "&threshold=2").expect(422);
        assertThat(line(setup(first) + "").get("tests")).isEmpty();
    }

    private static String series(String name, String unit, String axis, String axisUnit, double[] x, double[] y) {
        return "{\"name\":\"" + name + "\",\"unit\":\"" + unit + "\",\"axis\":\"" + axis + "\",\"axisUnit\":\""
                + axisUnit + "\",\"x\":" + text(x) + ",\"y\":" + text(y) + "}";
    }

    private static String text(double[] values) {
        return IntStream.range(0, values.length)
                .mapToObj(i -> String.valueOf(values[i]))
                .collect(Collectors.joining(",", "[", "]"));
    }

    private UUID keepSeries(JsonNode sheet, String... series) {
        UUID id = UUID.randomUUID();
        person.put(
                        "/api/v1/runs/" + id,
                        run(id, sheet.get("sitting").asLong(), key, "weave=100")
                                .replace("\"readings\"", "\"series\":[" + String.join(",", series) + "],\"readings\""))
                .expect(201);
        return id;
    }

    private JsonNode inside(String more) {
        return person.get("/api/v1/inside?suite=" + suite + "&setup=" + setup(first) + more)
                .expect(200)
                .json();
    }

    @Test
    void curvesAlongSizesHavePeakLevelDipsAndCrossings() {
        double[] sizes = IntStream.range(0, 9).mapToDouble(i -> 4096 << i).toArray();
        double[] read = {10, 20, 40, 80, 60, 120, 125, 126, 124};
        double[] write = {30, 40, 50, 60, 70, 80, 80, 81, 79};
        keepSeries(
                first,
                series("read", "MB/s", "size", "By", sizes, read),
                series("write", "MB/s", "size", "By", sizes, write));
        JsonNode view = inside("");
        assertThat(view.get("kind").asText()).isEqualTo("SIZES");
        assertThat(view.get("lines").findValuesAsText("name")).containsExactly("read", "write");
        JsonNode told = view.at("/lines/0/sizes");
        assertThat(told.get("peakSize").asDouble()).isEqualTo(4096 << 7);
        assertThat(told.get("level").asDouble()).isCloseTo(125, within(1e-6));
        assertThat(told.at("/odd/0/x").asDouble()).isEqualTo(4096 << 4);
        assertThat(told.at("/odd/0/mark").asText()).isEqualTo("DIP");
        assertThat(view.get("crossings")).hasSize(3);
        assertThat(inside("&series=write").get("lines")).hasSize(1);
    }

    @Test
    void tracesFramesAndCountsAreToldByTheirAxis() {
        double[] seconds = IntStream.range(0, 200).mapToDouble(i -> i).toArray();
        double[] work =
                IntStream.range(0, 200).mapToDouble(i -> i < 80 ? 10 : 7).toArray();
        double[] frames =
                IntStream.range(0, 200).mapToDouble(i -> i == 50 ? 50 : 16.667).toArray();
        double[] pages = IntStream.range(1, 13).mapToDouble(i -> i).toArray();
        double[] memory = IntStream.range(1, 13).mapToDouble(i -> 400 + 80 * i).toArray();
        UUID run = keepSeries(
                first,
                series("work", "{file}/s", "time", "s", seconds, work),
                series("heat", "Cel", "time", "s", seconds, work),
                series("frames", "ms", "frame", "{frame}", seconds, frames),
                series("memory", "MiBy", "pages", "{page}", pages, memory));
        JsonNode time = inside("&series=work&series=heat").get("lines");
        assertThat(time.at("/0/time/held").asDouble()).isCloseTo(.7, within(1e-9));
        assertThat(time.at("/0/time/onset").asDouble()).isCloseTo(80, within(12.0));
        assertThat(time.at("/1/name").asText()).isEqualTo("heat");
        assertThat(time.at("/1/time").has("held")).isFalse();
        JsonNode shown = inside("&series=frames&floor=60").at("/lines/0/frames");
        assertThat(shown.get("heldAt").asDouble()).isCloseTo(60, within(.1));
        assertThat(shown.get("rough").asBoolean()).isTrue();
        // Of all frames only the one of 50 ms is late by more than a hundredth.
        assertThat(shown.get("under").asDouble()).isCloseTo(50 / (199 * 16.667 + 50), within(1e-6));
        assertThat(inside("&series=memory").at("/lines/0/eachFurther").asDouble())
                .isCloseTo(80, within(1e-9));
        assertThat(inside("&series=work&from=50&to=59").at("/lines/0/runs/0/x")).hasSize(10);
        // A run that was set aside is seen by itself, and not among those that count.
        person.post("/api/v1/runs/" + run + "/set-aside", "{\"reason\":\"too warm\"}")
                .expect(200);
        assertThat(inside("").get("lines")).isEmpty();
        assertThat(person.get("/api/v1/inside?suite=" + suite + "&setup=" + setup(first) + "&series=work&floor=-1")
                        .expect(422)
                        .json()
                        .toString())
                .contains("is more than 0 frames a second");
    }

    @Test
    void whatToRunNextPlacesADeviceFirstAndKeepsTheMinutes() {
        String other = "planmill-" + UUID.randomUUID().toString().substring(0, 8);
        long more = suite(other, "processor");
        List<JsonNode> sheets = new ArrayList<>();
        for (int d = 0; d < 10; d++) {
            JsonNode sheet = onDesk("RIG", suite, more);
            sheets.add(sheet);
            double speed = 100 + 7 * d;
            measure(sheet, 1, speed, 5000 / speed, 10 * speed);
            if (d > 0) {
                for (int r = 0; r < 3; r++) {
                    keep(
                            sheet.get("sitting").asLong(),
                            other,
                            String.format(Locale.ROOT, "weave=%.2f", speed * noise()),
                            String.format(Locale.ROOT, "wait=%.3f", 5000 / speed * noise()),
                            String.format(Locale.ROOT, "forge=%.0f", 10 * speed * noise()));
                }
            }
        }
        JsonNode plan = person.get("/api/v1/plans/runs?minutes=30&setup=" + setup(sheets.get(0)))
                .expect(200)
                .json();
        assertThat(plan.at("/runs/0/suite").asText()).isEqualTo(other + " 1");
        assertThat(plan.at("/runs/0/places").asBoolean()).isTrue();
        assertThat(plan.get("used").asDouble()).isLessThanOrEqualTo(30);
        JsonNode placed = person.get("/api/v1/plans/runs?minutes=30&setup=" + setup(sheets.get(5)))
                .expect(200)
                .json();
        assertThat(placed.at("/placeBefore/of").asInt()).isEqualTo(9);
        assertThat(placed.get("neighbours")).hasSize(4);
        JsonNode own = null;
        for (JsonNode place :
                person.get("/api/v1/standings?kind=RIG").expect(200).json().get("places")) {
            if (place.at("/subject/setupId").asLong() == setup(sheets.get(5))) {
                own = place;
            }
        }
        assertThat(own).isNotNull();
        assertThat(placed.at("/placeBefore/best")).isEqualTo(own.get("best"));
        assertThat(placed.at("/placeBefore/worst")).isEqualTo(own.get("worst"));
        JsonNode brief = person.get("/api/v1/plans/suites?group=PROCESSOR&kind=RIG&minutes=20")
                .expect(200)
                .json();
        assertThat(brief.at("/suites/0/chosen").asBoolean()).isTrue();
        assertThat(brief.get("kept").asDouble()).isGreaterThan(.9);
        person.get("/api/v1/plans/runs?minutes=-1&setup=" + setup(sheets.get(0)))
                .expect(422);
    }
}
