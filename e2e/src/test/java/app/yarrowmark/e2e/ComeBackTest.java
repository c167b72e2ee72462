package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.UncheckedIOException;
import java.net.http.HttpResponse;
import org.junit.jupiter.api.Test;

/** What ends by itself is started again, and what it was doing is finished. */
class ComeBackTest {

    private static final int LINES = 3_000;

    /**
     * What ends by itself is started again, and who asks meanwhile is told to come again. A table of which only some was kept
     * as runs when the server was killed counts as a whole once it is there again, and not before.
     */
    @Test
    void whatEndsIsStartedAgainAndWhatItWasDoingIsFinished() throws Exception {
        try (App app = App.start("start", App.newHome())) {
            String token = app.token();
            app.get("/api/v1/models", token);
            ProcessHandle database = app.processNamed("mariadbd");
            database.destroyForcibly();
            HttpResponse<String> away = app.send("GET", "/api/v1/models", token, "");
            assertThat(away.statusCode()).isIn(503, 200);
            if (away.statusCode() == 503) {
                assertThat(away.headers().firstValue("Retry-After")).isPresent();
                assertThat(App.json(away.body()).get("detail").asText()).contains("Try again shortly");
            }
            assertThat(app.comesBack("/api/v1/models", token)).isTrue();
            assertThat(app.processNamed("mariadbd").pid()).isNotEqualTo(database.pid());

            long table = app.stage(token, longTable(app, token));
            Thread accepting = new Thread(() -> {
                try {
                    app.send("POST", "/api/v1/imports/" + table + "/accept", token, "{}");
                } catch (UncheckedIOException killed) {
                    // As it should be.
                }
            });
            accepting.start();
            while (app.get("/api/v1/imports/" + table, token).at("/batch/runs").asInt() == 0) {
                Thread.sleep(20);
            }
            app.processNamed("java").destroyForcibly();
            accepting.join();
            assertThat(app.comesBack("/api/v1/models", token)).isTrue();
            isFinished(app, token, table);
        }
    }

    private static String longTable(App app, String token) {
        String sheet = "key: kernmill\nversion: \"1\"\nname: Kernmill\ngroup: processor\nmetrics:\n"
                + "  - {key: weave, name: Weave, unit: MB/s}\n  - {key: sieve, name: Sieve, unit: MB/s}\n";
        assertThat(app.send("POST", "/api/v1/sheets", token, "{\"text\":" + App.quoted(sheet) + "}")
                        .statusCode())
                .isEqualTo(201);
        StringBuilder table = new StringBuilder("device,maker,suite,metric,value\n");
        for (int i = 0; i < LINES; i++) {
            table.append("Fen ")
                    .append(i)
                    .append(",Ostrel,kernmill 1,weave,")
                    .append(100 + i)
                    .append('\n');
        }
        return table.toString();
    }

    private static void isFinished(App app, String token, long table) throws InterruptedException {
        JsonNode batch;
        do {
            Thread.sleep(200);
            batch = app.get("/api/v1/imports/" + table, token).get("batch");
            int counting = app.get("/api/v1/runs?state=DONE&import=" + table, token)
                    .get("total")
                    .asInt();
            assertThat(counting).as("all or none").isIn(0, LINES);
        } while (batch.get("state").asText().equals("ACCEPTING"));
        assertThat(batch.get("state").asText()).isEqualTo("ACCEPTED");
        assertThat(batch.get("runs").asInt()).isEqualTo(LINES);
        assertThat(app.send("POST", "/api/v1/imports/" + table + "/take-back", token, "")
                        .statusCode())
                .isEqualTo(200);
    }
}
