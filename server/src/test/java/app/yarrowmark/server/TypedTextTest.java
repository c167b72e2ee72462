package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Text is shown as text, wherever a score of it stands. */
class TypedTextTest extends ServerTest {

    @Test
    void theTextThatWasTypedLastIsShown() {
        String key = "portmill-" + UUID.randomUUID().toString().substring(0, 8);
        String sheet = "key: " + key + "\\nversion: \\\"1\\\"\\nname: Portmill\\ngroup: body\\nmetrics:\\n"
                + "  - {key: weight, name: Weight, unit: g}\\n  - {key: ports, name: Ports, scale: information}\\n";
        long suite = person.post("/api/v1/sheets", "{\"text\":\"" + sheet + "\"}")
                .expect(201)
                .json()
                .get("id")
                .asLong();
        JsonNode one = onDesk("TABLET", suite);
        JsonNode other = onDesk("TABLET", suite);
        keep(one.get("sitting").asLong(), key, "weight=500", "ports=two");
        keep(other.get("sitting").asLong(), key, "weight=400", "ports=one, a card slot");
        long b = other.at("/setup/id").asLong();
        assertThat(person.get("/api/v1/scores?suite=" + suite + "&setup=" + b)
                        .json()
                        .toString())
                .contains("one, a card slot")
                .doesNotContain("noted");
    }
}
