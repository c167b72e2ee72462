package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Pages, order and filters of lists, as a program asks for them. */
class ListsTest extends ServerTest {

    private static final Pattern NEXT = Pattern.compile("<http://[^/]+([^>]+)>; rel=\"next\"");

    @BeforeEach
    void fourModels() {
        add("Sorrel", "Pane 2", 2024);
        add("Sorrel", "Pane 10", 2026);
        add("Ostrel", "Pane 1", 2025);
        add("Ostrel", "Slate", null);
    }

    private void add(String maker, String name, Integer year) {
        int status = person.post(
                        "/api/v1/models",
                        "{\"maker\":\"" + maker + "\",\"name\":\"" + name + "\",\"kind\":\"wall panel\",\"year\":"
                                + year + "}")
                .status();
        assertThat(status).isIn(200, 201);
    }

    private List<String> names(String asked) {
        return person.get("/api/v1/models?kind=wall+panel" + asked)
                .expect(200)
                .json()
                .findValuesAsText("name");
    }

    @Test
    void aListIsFilteredAndSortedBeforeItIsCut() {
        assertThat(names("&sort=name")).containsExactly("Pane 1", "Pane 10", "Pane 2", "Slate");
        assertThat(names("&sort=-year,name"))
                .as("what has no year comes last either way")
                .containsExactly("Pane 10", "Pane 1", "Pane 2", "Slate");
        assertThat(names("&sort=maker,-name&size=2&page=1")).containsExactly("Pane 2", "Pane 10");
        assertThat(names("&find=pane+SORREL")).containsExactlyInAnyOrder("Pane 2", "Pane 10");
        assertThat(names("&yearFrom=2025&yearTo=2025")).containsExactly("Pane 1");
        assertThat(names("&maker=ostrel&tag=none")).isEmpty();
    }

    @Test
    void pagesFollowEachOtherByTheirLinks() {
        List<String> seen = new ArrayList<>();
        String next = "/api/v1/models?kind=wall+panel&sort=-name&size=3";
        int pages = 0;
        while (next != null) {
            Api.Answer answer = person.get(next).expect(200);
            assertThat(answer.response().headers().firstValue("X-Total-Count")).hasValue("4");
            seen.addAll(answer.json().findValuesAsText("name"));
            next = answer.response().headers().allValues("Link").stream()
                    .map(NEXT::matcher)
                    .filter(Matcher::find)
                    .map(m -> m.group(1))
                    .findFirst()
                    .orElse(null);
            pages++;
        }
        assertThat(pages).isEqualTo(2);
        assertThat(seen).containsExactly("Slate", "Pane 2", "Pane 10", "Pane 1");
        assertThat(person.get("/api/v1/models?size=3&page=999999").expect(200).json())
                .isEmpty();
    }

    @Test
    void aPageOfTheLedgerLinksItsNextAsListsDo() {
        JsonNode sheet = onDesk("LAPTOP", suite("listmill", "processor"));
        keep(sheet.get("sitting").asLong(), "listmill", "weave=1");
        keep(sheet.get("sitting").asLong(), "listmill", "weave=2");
        String asked = "/api/v1/runs?setup=" + sheet.at("/setup/id").asLong() + "&size=1";
        assertThat(person.get(asked).response().headers().allValues("Link"))
                .singleElement()
                .asString()
                .contains("page=1")
                .contains("size=1")
                .endsWith("rel=\"next\"");
        assertThat(person.get(asked + "&page=1").response().headers().allValues("Link"))
                .singleElement()
                .asString()
                .endsWith("rel=\"prev\"");
    }

    @Test
    void whatCannotBeAskedForIsToldWithWhatCan() {
        assertThat(person.get("/api/v1/models?sort=weight").expect(422).text()).contains("maker, name", "weight");
        assertThat(person.get("/api/v1/models?size=0").expect(422).text()).contains("1 to 1000");
        assertThat(person.get("/api/v1/models?page=two").expect(422).text()).contains("two");
        assertThat(person.get("/api/v1/models?page=1").expect(422).text()).contains("size");
    }

    @Test
    void aModelThatIsThereIsFoundAndNotMadeOtherwise() {
        String body = "{\"maker\":\"Sorrel\",\"name\":\"Pane 2\",\"kind\":\"%s\",\"year\":1999}";
        JsonNode found = person.post("/api/v1/models", body.formatted("wall panel"))
                .expect(200)
                .json();
        assertThat(found.get("year").asInt()).isEqualTo(2024);
        assertThat(person.get("/api/v1/models/" + found.get("id").asLong())
                        .expect(200)
                        .json())
                .isEqualTo(found);
        assertThat(person.post("/api/v1/models", body.formatted("LAPTOP"))
                        .expect(422)
                        .text())
                .contains("wall panel for the Sorrel Pane 2");
        person.get("/api/v1/models/999999999").expect(404);
    }

    @Test
    void aSetupIsMadeAndReadWithoutTheDesk() {
        long model = person.get("/api/v1/models?find=slate&kind=wall+panel")
                .json()
                .at("/0/id")
                .asLong();
        long unit = person.post("/api/v1/models/" + model + "/units", "{\"label\":\"A\"}")
                .expect(201)
                .json()
                .get("id")
                .asLong();
        JsonNode made = person.post("/api/v1/units/" + unit + "/setups", "{\"name\":\"as shipped\"}")
                .expect(201)
                .json();
        assertThat(person.get("/api/v1/setups/" + made.get("id").asLong())
                        .json()
                        .get("name")
                        .asText())
                .isEqualTo("as shipped");
        assertThat(person.get("/api/v1/units/" + unit + "/setups?sort=-name")
                        .json()
                        .size())
                .isEqualTo(1);
        assertThat(person.get("/api/v1/sittings").json().findValuesAsText("setup"))
                .doesNotContain("Sorrel Slate");
    }
}
