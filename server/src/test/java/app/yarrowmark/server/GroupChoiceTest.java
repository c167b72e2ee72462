package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Locale;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** Which groups of tests count overall is the desk's to say, and never follows from who is ranked. */
class GroupChoiceTest extends ServerTest {

    @Autowired
    JdbcTemplate jdbc;

    @AfterEach
    void nobodyChose() {
        jdbc.update("delete from standing_choice");
    }

    private static String edit(int edition, String... weights) {
        StringBuilder text = new StringBuilder("{\"edition\":" + edition + ",\"weights\":[");
        for (int i = 0; i < weights.length; i += 2) {
            text.append(i == 0 ? "" : ",")
                    .append("{\"group\":\"" + weights[i] + "\",\"weight\":" + weights[i + 1] + "}");
        }
        return text + "]}";
    }

    private JsonNode choice() {
        return person.get("/api/v1/standings/choice").expect(200).json();
    }

    @Test
    void itIsKeptWithWhoChoseAndNobodyOverwritesAnother() {
        assertThat(choice().get("saved").asBoolean()).isFalse();
        assertThat(choice().get("edition").asInt()).isZero();

        JsonNode kept = person.put("/api/v1/standings/choice", edit(0, "PROCESSOR", "2", "GRAPHICS", "1"))
                .expect(200)
                .json();

        assertThat(kept.get("who").asText()).isEqualTo("Wren Alder");
        assertThat(kept.at("/weights/0/weight").asDouble()).isEqualTo(2);
        assertThat(kept.get("weights"))
                .as("all groups that tell how fast a device is")
                .hasSize(5);
        JsonNode refused = person.put("/api/v1/standings/choice", edit(0, "PROCESSOR", "9"))
                .expect(409)
                .json();
        assertThat(refused.at("/current/weights/0/weight").asDouble()).isEqualTo(2);
        person.put("/api/v1/standings/choice", edit(1, "PROCESSOR", "9")).expect(200);
        assertThat(choice().at("/weights/0/weight").asDouble()).isEqualTo(9);
        assertThat(jdbc.queryForObject(
                        "select count(*) from record_event where kind = 'STANDING' and what = 'CHOSEN'", Integer.class))
                .isGreaterThanOrEqualTo(2);
    }

    @Test
    void whatIsUnfitIsSaid() {
        assertThat(person.put("/api/v1/standings/choice", edit(0, "PROCESSOR", "-1", "HEAT", "1"))
                        .expect(422)
                        .json()
                        .toString())
                .contains("is a number from 0 to 1000, got -1.0")
                .contains("does not tell how fast a device is: HEAT");
        assertThat(person.put("/api/v1/standings/choice", edit(0, "PROCESSOR", "0"))
                        .expect(422)
                        .json()
                        .toString())
                .contains("one is more than 0");
        assertThat(choice().get("saved").asBoolean()).isFalse();
    }

    /** Weak devices without graphics come along: two that have everything stay as they were. */
    @Test
    void devicesThatLackAGroupTurnNoPairRound() {
        String key = "choice-" + UUID.randomUUID().toString().substring(0, 6);
        long processor = suite(key + "-cpu", "processor");
        long graphics = suite(key + "-gpu", "graphics");
        JsonNode strong = onDesk("KITE", processor, graphics);
        JsonNode other = onDesk("KITE", processor, graphics);
        for (int repeat = 0; repeat < 3; repeat++) {
            measure(strong, key + "-cpu", 100, repeat);
            measure(strong, key + "-gpu", 300, repeat);
            measure(other, key + "-cpu", 120, repeat);
            measure(other, key + "-gpu", 100, repeat);
        }
        person.put("/api/v1/standings/choice", edit(0, "PROCESSOR", "1", "GRAPHICS", "1"))
                .expect(200);
        String best = first();
        assertThat(best).isEqualTo(strong.at("/setup/id").asText());
        for (int weak = 0; weak < 4; weak++) {
            JsonNode sheet = onDesk("KITE", processor);
            for (int repeat = 0; repeat < 3; repeat++) {
                measure(sheet, key + "-cpu", 20 + weak, repeat);
            }
        }
        JsonNode view = person.get("/api/v1/standings?kind=KITE").expect(200).json();
        assertThat(view.at("/places/0/subject/setupId").asText()).isEqualTo(best);
        assertThat(view.get("unplaced").toString()).contains("\"missing\":[\"GRAPHICS\"]");
    }

    private String first() {
        return person.get("/api/v1/standings?kind=KITE")
                .expect(200)
                .json()
                .at("/places/0/subject/setupId")
                .asText();
    }

    private void measure(JsonNode sheet, String suite, double speed, int repeat) {
        double moved = speed * (1 + .002 * repeat);
        keep(
                sheet.get("sitting").asLong(),
                suite,
                "weave=" + String.format(Locale.ROOT, "%.2f", moved),
                "wait=" + String.format(Locale.ROOT, "%.3f", 5000 / moved),
                "forge=" + String.format(Locale.ROOT, "%.0f", 10 * moved));
    }
}
