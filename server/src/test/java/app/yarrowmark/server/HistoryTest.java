package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** The history of everything on one page. */
class HistoryTest extends ServerTest {

    private JsonNode page(String asked) {
        return person.get("/api/v1/history?" + asked).expect(200).json();
    }

    @Test
    void whatHappenedIsReadFromItsEndByKindPersonAndTime() {
        String tag = UUID.randomUUID().toString().substring(0, 8);
        String key = "outmill-" + tag;
        JsonNode sheet = onDesk("LAPTOP", suite(key, "processor"));
        String run = keep(sheet.get("sitting").asLong(), key, "weave=1")
                .json()
                .get("id")
                .asText();
        person.post("/api/v1/runs/" + run + "/set-aside", "{\"reason\":\"a slip " + tag + "\"}")
                .expect(200);

        JsonNode last = page("kind=RUN").at("/lines/0");
        assertThat(last.get("what").asText()).isEqualTo("SET_ASIDE");
        assertThat(last.get("record").asText()).isEqualTo(run);
        assertThat(last.get("reason").asText()).contains(tag);
        String model =
                person.get("/api/v1/runs/" + run).json().at("/setup/model").asText();
        assertThat(last.get("name").asText()).startsWith(key + " 1 on ").endsWith(model);
        for (String kind : new String[] {"MODEL", "SETUP", "SITTING", "SUITE"}) {
            assertThat(page("kind=" + kind).at("/lines/0/name").asText())
                    .as(kind)
                    .isNotBlank();
        }
        assertThat(last.get("who").asText()).isEqualTo("Wren Alder");
        assertThat(page("who=wren").get("lines")).isNotEmpty();
        assertThat(page("who=" + tag).get("lines")).as("nobody of that name").isEmpty();
        assertThat(page("who=%25").get("lines")).as("a sign, and no pattern").isEmpty();
        assertThat(page("to=2001-01-01").get("lines")).isEmpty();
        assertThat(page("from=" + last.get("at").asText().substring(0, 10)).get("lines"))
                .isNotEmpty();
        assertThat(page("page=10000").get("more").asBoolean()).isFalse();
        assertThat(person.get("/api/v1/history?page=-1").expect(422).text()).contains("page");
        assertThat(person.get("/api/v1/history?from=-999999999-01-01&to=999999999-12-31")
                        .status())
                .isLessThan(500);
        assertThat(person.get("/api/v1/history?size=0").expect(422).text()).contains("size");
        assertThat(page("size=2").get("lines")).hasSize(2);
    }
}
