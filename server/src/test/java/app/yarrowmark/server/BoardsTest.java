package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import org.junit.jupiter.api.Test;

class BoardsTest extends ServerTest {

    private static String draft(String page, String name, String address) {
        return "{\"page\":\"" + page + "\",\"name\":\"" + name + "\",\"address\":\"" + address + "\"}";
    }

    @Test
    void aViewIsKeptFoundChangedAndForgotten() {
        JsonNode kept = person.post("/api/v1/boards", draft("STANDINGS", " Quiet laptops ", "?kind=LAPTOP"))
                .expect(201)
                .json();
        long id = kept.get("id").asLong();
        assertThat(kept.get("name").asText()).isEqualTo("Quiet laptops");
        JsonNode place = person.get("/api/v1/search?q=quiet+lap").json().at("/0/place");
        assertThat(place.get("page").asText()).isEqualTo("STANDINGS");
        assertThat(place.get("question").asText()).isEqualTo("?kind=LAPTOP");

        JsonNode changed = person.put("/api/v1/boards/" + id, draft("STANDINGS", "Quiet minis", "?kind=MINI"))
                .expect(200)
                .json();
        assertThat(changed.get("address").asText()).isEqualTo("?kind=MINI");
        assertThat(person.get("/api/v1/boards").json().findValuesAsText("name")).contains("Quiet minis");

        person.delete("/api/v1/boards/" + id).expect(204);
        assertThat(person.get("/api/v1/boards").json().findValuesAsText("name")).doesNotContain("Quiet minis");
        assertThat(person.delete("/api/v1/boards/" + id).expect(404).detail()).contains("forgotten meanwhile");
    }

    @Test
    void aNameIsOnceOnAPageWhateverItsCapitals() {
        long id = person.post("/api/v1/boards", draft("SIDE_BY_SIDE", "Two boards", "?s=setup-1&s=setup-2"))
                .expect(201)
                .json()
                .get("id")
                .asLong();
        assertThat(person.post("/api/v1/boards", draft("SIDE_BY_SIDE", "two BOARDS", ""))
                        .expect(409)
                        .detail())
                .contains("\"Two boards\" already");
        person.post("/api/v1/boards", draft("STANDINGS", "Two boards", "")).expect(201);
        person.put("/api/v1/boards/" + id, draft("SIDE_BY_SIDE", "two boards", "?s=setup-1"))
                .expect(200);
        assertThat(person.put("/api/v1/boards/" + id, draft("STANDINGS", "Two", ""))
                        .expect(409)
                        .json()
                        .at("/current/name")
                        .asText())
                .as("an edition that was read before")
                .isEqualTo("two boards");
        String now = draft("STANDINGS", "Two", "").replace("{", "{\"edition\":1,");
        assertThat(person.put("/api/v1/boards/" + id, now)
                        .expect(422)
                        .json()
                        .at("/violations/0/field")
                        .asText())
                .isEqualTo("page");
    }

    @Test
    void whatIsUnfitIsSaidAllAtOnce() {
        assertThat(person.post("/api/v1/boards", draft("STANDINGS", "  ", "http://elsewhere"))
                        .expect(422)
                        .json()
                        .get("violations")
                        .findValuesAsText("field"))
                .containsExactly("name", "address");
        assertThat(person.post("/api/v1/boards", draft("STANDINGS", "Long", "?" + "x".repeat(2000)))
                        .expect(422)
                        .json()
                        .at("/violations/0/message")
                        .asText())
                .contains("this has 2001");
    }
}
