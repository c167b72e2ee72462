package app.yarrowmark.runner.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.exchange.DeviceProtocol.ProgressReport;
import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.runner.Desk;
import app.yarrowmark.runner.measure.RunRecorder;
import app.yarrowmark.runner.measure.WorkEvent;
import java.io.IOException;
import java.net.URI;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** How the runner speaks with a desk, and with one that is away, slow to come back, or says no. */
public class LinkTest {

    private static final List<Duration> AT_ONCE = List.of(Duration.ZERO, Duration.ZERO, Duration.ZERO);
    private static final Instant START = Instant.parse("2026-05-04T10:00:00Z");

    private Desk desk;

    @BeforeEach
    void begin() throws IOException {
        desk = new Desk();
    }

    @AfterEach
    void end() {
        desk.close();
    }

    @Test
    void aCodeBecomesATokenWithWhichEverythingIsAsked() throws Exception {
        Link link = join();
        assertThat(desk.asked("POST").get(0).body()).contains("\"code\":\"ABC234\"", "\"program\":\"runner ");
        assertThat(desk.asked("POST").get(0).token()).isEqualTo("null");
        assertThat(link.pairing().token()).isEqualTo("secret");
        assertThat(link.device()).isEqualTo("Ostrel Fen 13, as shipped");
        assertThat(link.sitting()).isEqualTo(7);
        // What runs in a browser is not for the runner.
        assertThat(link.planned()).containsExactly(new Queued("stem", 2, 1.75), new Queued("root", 3, .5));
        Link.resume(link.pairing());
        assertThat(desk.asked("GET").get(0).token()).isEqualTo("Bearer secret");
    }

    @Test
    void aWrongCodeIsSaidInTheDesksWords() {
        desk.on("POST /api/v1/device/pairings", 404, "{\"detail\":\"No device waits for that code.\"}");
        assertThatThrownBy(this::join)
                .isInstanceOfSatisfying(
                        Link.Refused.class, e -> assertThat(e.isUse()).isTrue())
                .hasMessage("No device waits for that code.");
        desk.on("POST /api/v1/device/pairings", 502, "<html>bad gateway</html>");
        assertThatThrownBy(this::join)
                .isInstanceOfSatisfying(
                        Link.Refused.class, e -> assertThat(e.isUse()).isFalse())
                .hasMessage("the server answered 502");
    }

    @Test
    void whatTheSetupSaysOtherwiseIsToldInWords() throws Exception {
        // Whatever a newer desk says beside it.
        desk.on(
                "PUT /api/v1/device/facts",
                200,
                "[{\"name\":\"Memory\",\"before\":\"8 GiB\",\"after\":\"16 GiB\",\"weight\":3}]");
        List<String> differs = join().tellFacts(List.of(new RunFile.FactLine("memory.size", "16", "GiB", null)));
        assertThat(differs).containsExactly("Memory: the setup says 8 GiB, read 16 GiB");
        assertThat(desk.asked("PUT").get(0).body())
                .isEqualTo("[{\"key\":\"memory.size\",\"value\":\"16\",\"unit\":\"GiB\"}]");
    }

    @Test
    void aRunIsSentOnceMoreUnderItsIdUntilTheDeskIsBack() throws Exception {
        int[] tries = {0};
        desk.on(
                "PUT /api/v1/runs",
                a -> ++tries[0] < 3 ? new Desk.Answer(503, "") : new Desk.Answer(201, "{\"state\":\"DONE\"}"));
        RunFile run = run();
        assertThat(join().send(run, AT_ONCE).get("state").asText()).isEqualTo("DONE");
        assertThat(desk.runs()).hasSize(3).containsOnly(run.id().toString());
    }

    @Test
    void whatTheDeskWillNotTakeIsNotSentAgain() throws Exception {
        desk.on("PUT /api/v1/runs", 422, "{\"detail\":\"The run has no readings.\"}");
        Link link = join();
        assertThatThrownBy(() -> link.send(run(), AT_ONCE))
                .isInstanceOf(Link.Refused.class)
                .hasMessage("The run has no readings.");
        assertThat(desk.runs()).hasSize(1);
    }

    @Test
    void aDeskThatStaysAwayIsGivenUpAfterTheLastTry() throws Exception {
        desk.on("PUT /api/v1/runs", 503, "");
        Link link = join();
        assertThatThrownBy(() -> link.send(run(), AT_ONCE)).hasMessage("the server answered 503");
        assertThat(desk.runs()).hasSize(4);
        URI address = desk.address();
        desk.close();
        assertThatThrownBy(() -> link.send(run(), AT_ONCE))
                .isNotInstanceOf(Link.Refused.class)
                .hasMessage("the server at " + address + " cannot be reached");
        // Neither progress nor its end are worth a word: the desk forgets them by itself.
        link.tellProgress(new ProgressReport("stem", "Sieve", 0.5, 1, 3, 60, null, null, List.of(), List.of()));
        link.tellFinished();
    }

    @Test
    void itBeginsWhenSomebodyPressesStartWithWhatIsPlannedByThen() throws Exception {
        Link link = join();
        desk.on("POST /api/v1/device/waiting", 200, "{\"start\":true}");
        desk.on("GET /api/v1/device/sitting", 200, Desk.SITTING.replace("\"key\":\"stem\"", "\"key\":\"leaf\""));
        assertThat(link.waited().planned()).extracting(Queued::suite).containsExactly("leaf", "root");
    }

    private Link join() throws IOException, InterruptedException {
        return Link.join(desk.address(), null, "ABC234");
    }

    public static RunFile run() {
        RunRecorder recorder = new RunRecorder(OwnSuites.sheet("leaf"), "tiny");
        recorder.hear(new WorkEvent.Measured("chase", List.of(90.0), "c"));
        return recorder.run(START, START.plusSeconds(3), List.of(), List.of(), List.of());
    }
}
