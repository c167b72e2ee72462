package app.yarrowmark.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** What was acknowledged outlives the server. */
class KilledTest {

    /** Kills the server while eight senders submit: what was acknowledged is there, nothing is there in half. */
    @Test
    void aKilledServerLosesNothingItAcknowledged() throws Exception {
        Path home = App.demoHome();
        App app = App.start("demo", home);
        String token = app.token();
        long sitting = app.get("/api/v1/sittings", token).get(0).get("sitting").asLong();
        Set<String> acknowledged = ConcurrentHashMap.newKeySet();
        ExecutorService senders = Executors.newFixedThreadPool(8);
        for (int i = 0; i < 8; i++) {
            senders.submit(() -> sendUntilItBreaks(app, token, sitting, acknowledged));
        }
        while (acknowledged.size() < 40) {
            Thread.sleep(20);
        }
        app.processNamed("java").destroyForcibly();
        senders.shutdown();
        assertThat(senders.awaitTermination(60, TimeUnit.SECONDS)).isTrue();
        app.stop();

        App again = App.start("demo", home);
        List<String> kept = new ArrayList<>();
        JsonNode page;
        int number = 0;
        do {
            page = again.get("/api/v1/runs?size=200&page=" + number++, token);
            for (JsonNode row : page.get("rows")) {
                kept.add(row.get("id").asText());
                assertThat(row.get("headline") != null
                                || row.get("state").asText().equals("FAILED")
                                || row.get("suite").asText().equals("Lumenwalk")
                                || row.get("suite").asText().equals("Siltpath"))
                        .as("a run in half: " + row)
                        .isTrue();
            }
        } while (number < page.get("pages").asInt());
        assertThat(kept).containsAll(acknowledged).doesNotHaveDuplicates();
        again.close();
    }

    private static void sendUntilItBreaks(App app, String token, long sitting, Set<String> acknowledged) {
        try {
            for (int i = 0; i < 2000; i++) {
                String run = Runs.json(sitting, "kernmill", "weave=1800", "sieve=400", "forge=730");
                if (app.send("PUT", "/api/v1/runs/" + Runs.id(run), token, run).statusCode() == 201) {
                    acknowledged.add(Runs.id(run));
                }
            }
        } catch (UncheckedIOException killed) {
            // The server is gone: what was not answered may or may not be kept.
        }
    }
}
