package app.yarrowmark.runner.cli;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.runner.desk.Queued;
import app.yarrowmark.runner.measure.WorkEvent;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;

class DisplayTest {

    private final ByteArrayOutputStream said = new ByteArrayOutputStream();
    private final Output output = new Output(new PrintStream(said, true, StandardCharsets.UTF_8), true);
    private final SuiteSheet stem = OwnSuites.sheet("stem");
    private final SuiteSheet leaf = OwnSuites.sheet("leaf");
    private final AtomicLong nanos = new AtomicLong();
    private final Display display = new Display(
            output, null, List.of(new Queued("stem", 3, 1.5), new Queued("leaf", 2, .75)), false, nanos::get);

    @Test
    void timeLeftGoesByWhatIsExpectedThenByTheRunThenByWhatWasMeasured() {
        long rest = stem.schedule().restSeconds();
        // One rest: there is none after the last run of a suite.
        double behind = 2 * 45 + leaf.schedule().restSeconds();
        assertThat(display.secondsLeft(stem, 1, .05, Duration.ofSeconds(5)))
                .isEqualTo(Math.round(90 * .95 + 2 * (90 + rest) + behind));
        // Half of it took 100 s.
        assertThat(display.secondsLeft(stem, 1, .5, Duration.ofSeconds(100)))
                .isEqualTo(Math.round(100 + 2 * (200 + rest) + behind));
        display.took(stem, Duration.ofSeconds(180));
        assertThat(display.secondsLeft(stem, 2, .5, Duration.ofSeconds(100)))
                .isEqualTo(Math.round(90 + (180 + rest) + behind));
        assertThat(display.secondsLeft(leaf, 2, .5, Duration.ofSeconds(40))).isEqualTo(40);
    }

    @Test
    void everySampleIsALineOfJsonAtMostTwiceASecond() {
        WorkEvent.Sample event = new WorkEvent.Sample("notes.one", List.of(70.1, 71.2), .4);
        display.sample(stem, 1, Instant.now(), event, .2, null);
        nanos.addAndGet(499_000_000);
        display.sample(stem, 1, Instant.now(), event, .3, null);
        assertThat(said.toString(StandardCharsets.UTF_8).lines())
                .singleElement()
                .asString()
                .startsWith("{\"event\":\"progress\"")
                .contains("\"metric\":\"notes.one\"", "\"reading\":71.2", "\"unit\":\"MB/s\"");
        nanos.addAndGet(1_000_000);
        display.sample(stem, 1, Instant.now(), event, .4, null);
        assertThat(said.toString(StandardCharsets.UTF_8).lines()).hasSize(2);
    }
}
