package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

class StandingsApiTest extends ServerTest {

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

        JsonNode overall = person.get("/api/v1/standings?kind=BOARD&reference=" + setups.get(0))
                .expect(200)
                .json();

        assertThat(overall.at("/places").findValuesAsText("setupId"))
                .containsExactly(
                        String.valueOf(setups.get(3)), String.valueOf(setups.get(2)), String.valueOf(setups.get(0)));
        assertThat(overall.at("/places/0/index").asDouble()).isCloseTo(250, within(8.0));
        assertThat(overall.at("/places/0/low").asDouble()).isLessThan(250);
        assertThat(overall.at("/places/2/index").asDouble()).isEqualTo(100);
        assertThat(overall.at("/places/2").has("low")).isFalse();
        assertThat(overall.at("/unplaced/0/setup/setupId").asLong()).isEqualTo(setups.get(1));
        assertThat(overall.at("/unplaced/0/missing/0").asText()).isEqualTo("STORAGE");
        assertThat(overall.at("/unplaced/0/toRun").asText()).isEqualTo("siltpath");

        JsonNode processor = person.get("/api/v1/standings?kind=BOARD&group=PROCESSOR")
                .expect(200)
                .json();
        assertThat(processor.at("/places")).hasSize(4);
        assertThat(processor.at("/places/0/testsOf").asInt()).isEqualTo(3);
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

        jdbc.update("update score_revision set revision = revision + 1");
        jdbc.update(
                "update run set state = 'SET_ASIDE', reason = 'elsewhere',"
                        + " revision = (select revision from score_revision) where setup_id = ?",
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
