package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.OutputStream;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RunsTest extends ServerTest {

    private long sitting;

    @BeforeEach
    void device() {
        long suite = suite("kernmill", "processor");
        sitting = onDesk("LAPTOP", suite).get("sitting").asLong();
    }

    @Test
    void keepsDigitsAsReadAndComputesTheTotal() {
        UUID id = UUID.randomUUID();
        person.put("/api/v1/runs/" + id, run(id, sitting, "kernmill", "weave=1 846,0", "wait=116.0", "forge=733"))
                .expect(201);

        JsonNode readings = person.get("/api/v1/runs/" + id).expect(200).json().at("/run/readings");

        assertThat(readings.findValuesAsText("text")).containsExactly("1 846,0", "116.0", "733", "1289.5");
        assertThat(readings.findValuesAsText("computed")).containsExactly("false", "false", "false", "true");
    }

    /** Damaged anywhere it is refused with a reason, or kept as what it still says; it never breaks the server. */
    @Test
    void noRunFileHoweverDamagedIsAFaultOfTheServer() {
        java.util.Random random = new java.util.Random(5);
        String[] odd = {"{", "[", "\"", "null", "-1", "1e999", "\\u0000", "\ud83d\ude00", ",", "}"};
        for (int i = 0; i < 120; i++) {
            UUID id = UUID.randomUUID();
            String run = run(id, sitting, "kernmill", "weave=1846", "forge=733");
            int at = random.nextInt(run.length());
            int end = Math.min(run.length(), at + random.nextInt(10));
            String damaged = run.substring(0, at) + odd[i % odd.length] + run.substring(end);
            assertThat(person.put("/api/v1/runs/" + id, damaged).status())
                    .as(damaged)
                    .isIn(200, 201, 400, 404, 409, 422);
        }
    }

    @Test
    void aTotalThatDoesNotFollowSaysWhy() {
        UUID id = UUID.randomUUID();
        person.put("/api/v1/runs/" + id, run(id, sitting, "kernmill", "weave=1846"))
                .expect(201);
        JsonNode gaps = person.get("/api/v1/runs/" + id).json().at("/run/gaps");
        assertThat(gaps.findValuesAsText("metric")).containsExactly("total");
        assertThat(gaps.findValuesAsText("reason")).containsExactly("not without Forge");
    }

    @Test
    void theSameRunIsKeptOnceAndAnotherUnderItsIdIsRefused() {
        UUID id = UUID.randomUUID();
        String run = run(id, sitting, "kernmill", "weave=100");
        person.put("/api/v1/runs/" + id, run).expect(201);

        assertThat(person.put("/api/v1/runs/" + id, run)
                        .expect(200)
                        .json()
                        .get("fresh")
                        .asBoolean())
                .isFalse();
        assertThat(person.put("/api/v1/runs/" + id, run.replace("\"100\"", "\"101\""))
                        .expect(409)
                        .detail())
                .contains("kept already with other content");
    }

    @Test
    void sentManyTimesAtOnceItIsKeptOnce() throws Exception {
        UUID id = UUID.randomUUID();
        String run = run(id, sitting, "kernmill", "weave=100");
        ExecutorService pool = Executors.newFixedThreadPool(8);
        try {
            List<Future<Integer>> answers = IntStream.range(0, 16)
                    .mapToObj(i -> pool.submit(() -> Api.person(port, "Wren Alder", "salt and samphire")
                            .put("/api/v1/runs/" + id, run)
                            .status()))
                    .toList();
            int created = 0;
            for (Future<Integer> answer : answers) {
                assertThat(answer.get()).isIn(200, 201);
                created += answer.get() == 201 ? 1 : 0;
            }
            assertThat(created).isEqualTo(1);
        } finally {
            pool.shutdownNow();
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "weave=NaN | readings[0].text | is no plain number",
                "weave=-3 | readings[0].text | must be more than 0 MB/s",
                "weave=0 | readings[0].text | must be more than 0 MB/s",
                "weave=1,284 | readings[0].text | could be 1284 or 1.284",
                "weft=3 | readings[0].metric | kernmill 1 has no metric \"weft\"; it has [weave, wait, forge, total]"
            })
    void aWrongReadingIsRefusedWithItsPlace(String reading, String field, String message) {
        UUID id = UUID.randomUUID();
        JsonNode problem = person.put("/api/v1/runs/" + id, run(id, sitting, "kernmill", reading))
                .expect(422)
                .json();
        assertThat(problem.at("/violations/0/field").asText()).isEqualTo(field);
        assertThat(problem.at("/violations/0/message").asText()).contains(message);
        person.get("/api/v1/runs/" + id).expect(404);
    }

    @Test
    void everyFaultIsToldAtOnce() {
        UUID id = UUID.randomUUID();
        String run = run(id, "\"sitting\":987654,\"state\":\"FAILED\",\"size\":\"huge\",", "nosuch");
        JsonNode violations =
                person.put("/api/v1/runs/" + id, run).expect(422).json().get("violations");
        assertThat(violations.findValuesAsText("field"))
                .containsExactlyInAnyOrder("sitting", "suite", "reason", "size");
    }

    @Test
    void brokenJsonIsAnsweredWithTheField() {
        UUID id = UUID.randomUUID();
        String run = run(id, sitting, "kernmill", "weave=1");
        assertThat(person.put("/api/v1/runs/" + id, run.replace("\"DONE\"", "\"GOOD\""))
                        .expect(400)
                        .json()
                        .at("/violations/0/field")
                        .asText())
                .isEqualTo("state");
        assertThat(person.put("/api/v1/runs/" + id, run.substring(0, 80))
                        .expect(400)
                        .detail())
                .contains("not the JSON expected");
        assertThat(person.put("/api/v1/runs/" + UUID.randomUUID(), run)
                        .expect(422)
                        .detail())
                .contains("in the address");
    }

    @Test
    void whatIsMissingIsNamedAllAtOnce() {
        UUID id = UUID.randomUUID();
        String run = run(id, sitting, "kernmill", "weave=1")
                .replace("\"program\":\"desk\"", "\"program\":null")
                .replace("\"text\":\"1\"", "\"text\":null");
        assertThat(person.put("/api/v1/runs/" + id, run).expect(422).detail())
                .isEqualTo("sender.program: is missing; readings[0].text: is missing");
        assertThat(person.post("/api/v1/models", "{}")
                        .expect(422)
                        .json()
                        .get("violations")
                        .findValuesAsText("field"))
                .containsExactly("maker", "name", "kind");
        assertThat(person.put("/api/v1/runs/" + id, "[]").expect(400).detail()).contains("not the JSON expected");
        assertThat(person.put("/api/v1/runs/no-id", "{}").expect(400).detail()).contains("id: \"no-id\"");
        person.send("PATCH", "/api/v1/runs/" + id, "{}", "application/json").expect(405);
        person.get("/api/v1/nothing").expect(404);
    }

    @Test
    void aNoteTooLongAndABodyTooLargeAreRefused() {
        UUID id = UUID.randomUUID();
        String note = "\"sitting\":" + sitting + ",\"note\":\"" + "n".repeat(4001) + "\",";
        assertThat(person.put("/api/v1/runs/" + id, run(id, note, "kernmill", "weave=1"))
                        .expect(422)
                        .detail())
                .isEqualTo("note: has 4001 characters; at most 4000 are kept");
        String huge = "\"note\":\"" + "n".repeat(12_000_000) + "\",";
        assertThat(person.put("/api/v1/runs/" + id, run(id, huge, "kernmill", "weave=1"))
                        .expect(413)
                        .detail())
                .contains("larger than is read here");
    }

    @Test
    void aTruncatedUploadLeavesNothing() throws Exception {
        UUID id = UUID.randomUUID();
        String token = deviceToken(sitting);
        String body = run(id, "", "kernmill", "weave=1");
        try (Socket socket = new Socket("127.0.0.1", port)) {
            OutputStream out = socket.getOutputStream();
            out.write(("PUT /api/v1/runs/" + id + " HTTP/1.1\r\nHost: x\r\nAuthorization: Bearer " + token
                            + "\r\nContent-Type: application/json\r\nContent-Length: " + body.length()
                            + "\r\n\r\n" + body.substring(0, body.length() - 20))
                    .getBytes(StandardCharsets.UTF_8));
            out.flush();
            socket.shutdownOutput();
            socket.getInputStream().readAllBytes();
        }
        person.get("/api/v1/runs/" + id).expect(404);
        Api.bearer(port, token).put("/api/v1/runs/" + id, body).expect(201);
    }

    @Test
    void aTrialWithTinyWorkIsKeptButDoesNotCountUntilBroughtBack() {
        UUID id = UUID.randomUUID();
        String extra = "\"sitting\":" + sitting + ",\"size\":\"tiny\",";
        JsonNode kept = person.put("/api/v1/runs/" + id, run(id, extra, "kernmill", "weave=5"))
                .expect(201)
                .json();
        assertThat(kept.get("state").asText()).isEqualTo("SET_ASIDE");

        JsonNode back = person.post("/api/v1/runs/" + id + "/bring-back", "")
                .expect(200)
                .json();

        assertThat(back.at("/run/state").asText()).isEqualTo("DONE");
        assertThat(back.at("/history").findValuesAsText("what")).containsExactly("SET_ASIDE", "BROUGHT_BACK");
    }

    @Test
    void settingAsideNeedsAReasonAndHappensOnce() {
        String id = keep(sitting, "kernmill", "weave=5").json().get("id").asText();
        person.post("/api/v1/runs/" + id + "/set-aside", "{\"reason\":\" \"}").expect(422);
        person.post("/api/v1/runs/" + id + "/set-aside", "{\"reason\":\"a backup was running\"}")
                .expect(200);
        assertThat(person.post("/api/v1/runs/" + id + "/set-aside", "{\"reason\":\"again\"}")
                        .expect(409)
                        .detail())
                .isEqualTo("This run is set aside, not done: nothing was changed.");
    }

    @Test
    void samplesAndWhatWasReadOtherwiseAreKeptWithTheRun() {
        String token = deviceToken(sitting);
        Api device = Api.bearer(port, token);
        device.put(
                        "/api/v1/device/facts",
                        "[{\"key\":\"memory.size\",\"value\":\"8\",\"unit\":\"GiB\"},"
                                + "{\"key\":\"drive.model\",\"reason\":\"no permission\"}]")
                .expect(200);
        UUID id = UUID.randomUUID();
        String extra = "\"facts\":[{\"key\":\"memory.size\",\"value\":\"16\",\"unit\":\"GiB\"}],"
                + "\"samples\":[{\"metric\":\"weave\",\"values\":[4,5,6],\"marks\":\"wcd\"}],";
        device.put("/api/v1/runs/" + id, run(id, extra, "kernmill", "weave=5")).expect(201);

        JsonNode detail = person.get("/api/v1/runs/" + id).expect(200).json();

        assertThat(detail.at("/samples/0/marks").asText()).isEqualTo("wcd");
        assertThat(detail.at("/readOtherwise/0/before").asText()).isEqualTo("8 GiB");
        assertThat(detail.at("/readOtherwise/0/after").asText()).isEqualTo("16 GiB");
    }

    @Test
    void samplesWithoutAMarkEachAreRefused() {
        UUID id = UUID.randomUUID();
        String extra = "\"sitting\":" + sitting
                + ",\"samples\":[{\"metric\":\"weave\",\"values\":[4,5],\"marks\":\"w\"},"
                + "{\"metric\":\"weave\",\"values\":[4],\"marks\":\"x\"}],";
        assertThat(person.put("/api/v1/runs/" + id, run(id, extra, "kernmill", "weave=5"))
                        .expect(422)
                        .json()
                        .get("violations")
                        .findValuesAsText("message"))
                .containsExactly(
                        "needs one letter for each of the 2 values, at most 100000", "has only the letters w, c and d");
    }

    /** Ten in the morning, UTC, is the next day on the other side of the earth. */
    @Test
    void daysOfTheLedgerAreThoseOfTheReader() {
        long suite = suite("zonemill", "processor");
        JsonNode sheet = onDesk("LAPTOP", suite);
        keep(sheet.get("sitting").asLong(), "zonemill", "weave=100");
        String asked = "/api/v1/runs?setup=" + sheet.at("/setup/id").asLong() + "&from=2026-05-05&to=2026-05-05";
        assertThat(person.get(asked).expect(200).json().get("rows")).isEmpty();
        assertThat(person.get(asked + "&zone=Pacific/Kiritimati")
                        .expect(200)
                        .json()
                        .get("rows"))
                .hasSize(1);
        assertThat(person.get(asked + "&zone=Nowhere/Here").expect(400).detail())
                .contains("zone");
    }

    @Test
    void ledgerIsNewestFirstAndNarrows() {
        String[] days = {"2026-05-06", "2026-05-04", "2026-05-05"};
        for (String day : days) {
            UUID id = UUID.randomUUID();
            String run = run(id, sitting, "kernmill", "weave=5", "forge=7").replace("2026-05-04", day);
            person.put("/api/v1/runs/" + id, run).expect(201);
        }
        long model = person.get("/api/v1/sittings/" + sitting)
                .json()
                .at("/setup/modelId")
                .asLong();

        JsonNode page = person.get("/api/v1/runs?model=" + model + "&state=DONE&size=2")
                .expect(200)
                .json();

        assertThat(page.get("total").asLong()).isEqualTo(3);
        assertThat(page.get("rows").findValuesAsText("startedAt"))
                .containsExactly("2026-05-06T10:00:00Z", "2026-05-05T10:00:00Z");
        assertThat(page.at("/rows/0/siblings").findValuesAsText("self")).containsExactly("false", "false", "true");
        assertThat(person.get("/api/v1/runs?model=" + model + "&state=FAILED")
                        .json()
                        .get("total")
                        .asLong())
                .isZero();
        person.get("/api/v1/runs?size=1001").expect(422);
    }
}
