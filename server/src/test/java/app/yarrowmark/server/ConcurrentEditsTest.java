package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Supplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Two who do something at the very same moment. */
class ConcurrentEditsTest extends ServerTest {

    private static final int PAIRS = 10;

    private final ExecutorService two = Executors.newFixedThreadPool(2);

    @AfterEach
    void end() {
        two.shutdownNow();
    }

    @Test
    void ofTwoWhoEditAModelOneIsToldWhatTheOtherWrote() throws Exception {
        JsonNode sheet = onDesk("LAPTOP");
        long id = sheet.at("/setup/modelId").asLong();
        for (int edition = 0; edition < PAIRS; edition++) {
            String path = "/api/v1/models/" + id;
            List<Api.Answer> answers =
                    atOnce(edit("One " + edition, id, edition), edit("Two " + edition, id, edition), path);
            assertOneWon(
                    answers,
                    "name",
                    person.get("/api/v1/profiles/models/" + id)
                            .json()
                            .at("/model/name")
                            .asText());
        }
    }

    private static String edit(String name, long id, int edition) {
        return "{\"maker\":\"Ostrel\",\"name\":\"" + name + " " + id + "\",\"kind\":\"LAPTOP\",\"edition\":" + edition
                + ",\"details\":{\"prices\":[],\"claims\":[],\"specification\":[],\"pros\":[],\"cons\":[],\"missing\":[],\"tags\":[]}}";
    }

    @Test
    void ofTwoWhoNoteSomethingOneIsToldWhatTheOtherWrote() throws Exception {
        long setup = onDesk("LAPTOP").at("/setup/id").asLong();
        String before = "";
        for (int i = 0; i < PAIRS; i++) {
            List<Api.Answer> answers = atOnce(
                    "{\"note\":\"one " + i + "\",\"before\":\"" + before + "\"}",
                    "{\"note\":\"two " + i + "\",\"before\":\"" + before + "\"}",
                    "/api/v1/setups/" + setup + "/note");
            before = person.get("/api/v1/setups/" + setup).json().get("note").asText();
            assertOneWon(answers, "note", before);
        }
    }

    private static void assertOneWon(List<Api.Answer> answers, String field, String kept) {
        assertThat(answers).extracting(Api.Answer::status).containsExactlyInAnyOrder(200, 409);
        for (Api.Answer answer : answers) {
            JsonNode seen =
                    answer.status() == 200 ? answer.json() : answer.json().get("current");
            assertThat(seen.get(field).asText()).isEqualTo(kept);
        }
    }

    @Test
    void ofTwoWhoPlanASuiteOneIsToldWhatTheOtherPlanned() throws Exception {
        JsonNode sheet = onDesk("LAPTOP", suite("kernmill", "processor"));
        String path = "/api/v1/sittings/" + sheet.get("sitting").asLong() + "/suites/"
                + sheet.at("/rows/0/suite/id").asLong();
        int before = sheet.at("/rows/0/repeats").asInt();
        for (int i = 0; i < PAIRS; i++) {
            String seen = ",\"before\":{\"repeats\":" + before + "}}";
            int one = 4 + 2 * (i % 2);
            List<Api.Answer> answers = atOnce("{\"repeats\":" + one + seen, "{\"repeats\":" + (one + 1) + seen, path);
            assertThat(answers).extracting(Api.Answer::status).containsExactlyInAnyOrder(200, 409);
            Map<Integer, Integer> kept = new HashMap<>();
            answers.forEach(a -> kept.put(
                    a.status(),
                    a.json()
                            .at(a.status() == 200 ? "/rows/0/repeats" : "/current/repeats")
                            .asInt()));
            assertThat(kept.get(409)).isEqualTo(kept.get(200));
            before = kept.get(200);
        }
    }

    @Test
    void ticksOfTwoAreBothKept() throws Exception {
        long sitting =
                onDesk("LAPTOP", suite("kernmill", "processor")).get("sitting").asLong();
        String path = "/api/v1/sittings/" + sitting;
        for (int i = 0; i < PAIRS; i++) {
            String tick = "{\"condition\":\"%s " + i + "\",\"ticked\":true}";
            atOnce(tick.formatted("one"), tick.formatted("two"), path + "/conditions");
        }
        assertThat(person.get(path + "/history").json().findValuesAsText("what"))
                .filteredOn("TICKED"::equals)
                .hasSize(2 * PAIRS);
        person.put(path + "/conditions", "{\"condition\":\"one 0\",\"ticked\":false}")
                .expect(200);
        assertThat(person.get(path + "/history").json().findValuesAsText("what"))
                .contains("UNTICKED");
    }

    @Test
    void changesThatDoNotTouchEachOtherAreBothKept() throws Exception {
        long suite = suite("kernmill", "processor");
        for (int i = 0; i < PAIRS; i++) {
            JsonNode sheet = onDesk("LAPTOP", suite);
            long setup = sheet.at("/setup/id").asLong();
            Api device = Api.bearer(port, deviceToken(sheet.get("sitting").asLong()));
            List<Api.Answer> answers = atOnce(
                    () -> device.put(
                            "/api/v1/device/facts", "[{\"key\":\"memory.size\",\"value\":\"16\",\"unit\":\"GiB\"}]"),
                    () -> person.put("/api/v1/setups/" + setup + "/note", "{\"note\":\"warm room\"}"));
            assertThat(answers).extracting(Api.Answer::status).containsOnly(200);
            JsonNode kept = person.get("/api/v1/setups/" + setup).json();
            assertThat(kept.get("note").asText()).isEqualTo("warm room");
            assertThat(kept.get("facts").findValuesAsText("key")).contains("memory.size");
        }
    }

    @Test
    void theSameMadeTwiceAtOnceIsThereOnce() throws Exception {
        for (int i = 0; i < PAIRS; i++) {
            String model = "{\"maker\":\"Quillon\",\"name\":\"Twin " + i + "\",\"kind\":\"PHONE\"}";
            List<Api.Answer> answers =
                    atOnce(() -> person.post("/api/v1/models", model), () -> person.post("/api/v1/models", model));
            assertThat(answers).extracting(Api.Answer::status).allMatch(s -> s == 201 || s == 200 || s == 409);
            String board = "{\"page\":\"STANDINGS\",\"name\":\"Twin " + i + "\",\"address\":\"?kind=PHONE\"}";
            List<Api.Answer> boards =
                    atOnce(() -> person.post("/api/v1/boards", board), () -> person.post("/api/v1/boards", board));
            assertThat(boards).extracting(Api.Answer::status).containsExactlyInAnyOrder(201, 409);
        }
    }

    private List<Api.Answer> atOnce(String one, String other, String path) throws Exception {
        return atOnce(() -> person.put(path, one), () -> person.put(path, other));
    }

    private List<Api.Answer> atOnce(Supplier<Api.Answer> one, Supplier<Api.Answer> other) throws Exception {
        CyclicBarrier start = new CyclicBarrier(2);
        List<Future<Api.Answer>> begun = new ArrayList<>();
        for (Supplier<Api.Answer> deed : List.of(one, other)) {
            begun.add(two.submit(() -> {
                start.await();
                return deed.get();
            }));
        }
        List<Api.Answer> answers = new ArrayList<>();
        for (Future<Api.Answer> answer : begun) {
            answers.add(answer.get());
        }
        return answers;
    }
}
