package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.UUID;
import org.junit.jupiter.api.Test;

class SecondReadingTest extends ServerTest {

    private final String tag = UUID.randomUUID().toString().substring(0, 8);
    private final String ida = "Ida Fell " + tag;

    private JsonNode begun() {
        return person.post("/api/v1/write-ups", "{\"title\":\"A small box " + tag + "\",\"line\":\"\"}")
                .expect(201)
                .json();
    }

    private static String asking(String who, boolean asked) {
        return "{\"who\":\"" + who + "\",\"asked\":" + asked + "}";
    }

    private JsonNode line(JsonNode view) {
        for (JsonNode line : person.get("/api/v1/write-ups").json()) {
            if (line.get("id").equals(view.get("id"))) {
                return line;
            }
        }
        throw new AssertionError("not listed");
    }

    @Test
    void whoIsAskedIsWaitedForUntilTheirNameStandsBelowIt() {
        Api reader = join(ida, "READER");
        JsonNode view = begun();
        String at = "/api/v1/write-ups/" + view.get("id");
        assertThat(person.get("/api/v1/write-ups/second-readers").json().toString())
                .contains(ida);

        JsonNode asked =
                person.put(at + "/asked", asking(ida, true)).expect(200).json();
        assertThat(asked.at("/asked/0/who").asText()).isEqualTo(ida);
        assertThat(asked.at("/asked/0/by").asText()).isEqualTo("Wren Alder");
        assertThat(asked.at("/asked/0/read").asBoolean()).isFalse();
        assertThat(line(view).get("waitsFor").toString()).isEqualTo("[\"" + ida + "\"]");

        JsonNode signed = reader.post(at + "/readers", "{\"edition\":" + asked.get("edition") + "}")
                .expect(201)
                .json();
        assertThat(signed.at("/asked/0/read").asBoolean()).isTrue();
        assertThat(line(view).get("waitsFor")).isEmpty();
        assertThat(line(view).get("readBy").toString()).isEqualTo("[\"" + ida + "\"]");

        person.put(at + "/asked", asking(ida, true)).expect(200);
        assertThat(line(view).get("waitsFor")).as("asked again").hasSize(1);
        person.put(at + "/asked", asking(ida, false)).expect(200);
        assertThat(line(view).get("waitsFor")).isEmpty();
        assertThat(person.put(at + "/asked", asking(ida, false))
                        .expect(200)
                        .json()
                        .get("asked"))
                .as("nothing to take back")
                .isEmpty();
    }

    @Test
    void onlyWhoHasAnAccountCanBeAsked() {
        assertThat(person.put("/api/v1/write-ups/" + begun().get("id") + "/asked", asking("Nobody " + tag, true))
                        .expect(422)
                        .text())
                .contains("has to have an account here");
    }

    @Test
    void aReaderMaySayWhatTheyThinkAndChangesNothingElse() {
        Api reader = join(ida, "READER");
        JsonNode view = begun();
        String at = "/api/v1/write-ups/" + view.get("id");
        JsonNode said = reader.post(at + "/remarks", "{\"passage\":\"small\",\"text\":\"how small?\"}")
                .expect(201)
                .json();
        assertThat(said.at("/remarks/0/who").asText()).isEqualTo(ida);
        reader.put(at + "/remarks/" + said.at("/remarks/0/id"), "{\"settled\":true}")
                .expect(403);
        reader.put(at + "/asked", asking(ida, true)).expect(403);
        reader.delete(at).expect(403);
        Api.anonymous(port)
                .post(at + "/remarks", "{\"passage\":\"\",\"text\":\"x\"}")
                .expect(403);
    }
}
