package app.yarrowmark.runner.measure;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.workloads.Curve;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

class RunRecorderTest {

    private static final Instant START = Instant.parse("2026-05-04T10:00:00Z");

    private final RunRecorder recorder = new RunRecorder(OwnSuites.sheet("stem"), "normal");

    @Test
    void aSoundRunHoldsEverySample() throws Exception {
        recorder.hear(new WorkEvent.Sample("notes.one", List.of(40.0), .1));
        recorder.hear(measured("notes.one", "wcc", 30, 41.234, 41.236));
        RunFile run = run();

        assertThat(run.state()).isEqualTo(RunFile.State.DONE);
        assertThat(run.readings()).containsExactly(new RunFile.ReadingLine("notes.one", "41.24"));
        assertThat(run.samples().get(0).values()).containsExactly(30, 41.234, 41.236);
        assertThat(run.sender().program()).isEqualTo("runner");
        String json = Json.mapper().writeValueAsString(run);
        assertThat(Json.mapper().readValue(json, RunFile.class).id()).isEqualTo(run.id());
        assertThat(json).contains("\"startedAt\":\"2026-05-04T10:00:00Z\"").doesNotContain("\"note\"");
    }

    @Test
    void aRunDisturbedTooOftenIsSetAsideWithTheReason() {
        recorder.hear(measured("notes.one", "wcddd", 1, 2, 3, 4, 5));
        RunFile run = run();
        assertThat(run.state()).isEqualTo(RunFile.State.SET_ASIDE);
        assertThat(run.reason())
                .isEqualTo(
                        "disturbed: in Field notes, one thread something else used the processor in 3 of 4 iterations;"
                                + " at most half may be");
    }

    @Test
    void aWrongResultFailsTheRunWhateverElseHappened() {
        recorder.hear(measured("notes.one", "c", 1));
        recorder.hear(new WorkEvent.Wrong("the join found 3 sightings instead of 4"));
        recorder.broke("it ended with code 1");
        assertThat(run().state()).isEqualTo(RunFile.State.FAILED);
        assertThat(run().reason()).isEqualTo("a result was wrong: the join found 3 sightings instead of 4");
    }

    @Test
    void aProcessThatBrokeOffFailsTheRun() {
        recorder.broke("out of memory");
        assertThat(run().reason()).isEqualTo("the measuring process broke off: out of memory");
    }

    @Test
    void numbersOfTheCacheAreSetAside() {
        recorder.hear(measured("notes.one", "c", 1));
        recorder.hear(new WorkEvent.SetAside("the file system refused direct access"));
        assertThat(run().state()).isEqualTo(RunFile.State.SET_ASIDE);
    }

    @Test
    void processesAreJoinedAndTheirCurvesMeetInTheMiddle() {
        recorder.hear(measured("notes.one", "wcc", 1, 10, 11));
        recorder.hear(measured("notes.one", "wcc", 2, 12, 13));
        for (double y : new double[] {5, 9, 7}) {
            recorder.hear(new WorkEvent.Curved(
                    new Curve("latency", "ns", "size", "KiBy", new double[] {16}, new double[] {y})));
        }
        recorder.hear(new WorkEvent.Remark("Arrays of 4 MiB."));
        recorder.hear(new WorkEvent.Remark("Arrays of 4 MiB."));
        recorder.hear(new WorkEvent.Gap("seals.one", "this Java has no cryptography"));
        RunFile run = recorder.run(START, START.plusSeconds(5), List.of(), List.of("It was loud."), List.of());
        assertThat(run.samples().get(0).marks()).isEqualTo("wccwcc");
        assertThat(run.readings().get(0).text()).isEqualTo("11.50");
        assertThat(run.readings().get(0).note())
                .isEqualTo("Rose by 26 % over the counted iterations; up to 5 % is steady.");
        assertThat(run.series().get(0).y()).containsExactly(7);
        assertThat(run.note()).isEqualTo("Arrays of 4 MiB. It was loud.");
        assertThat(run.gaps()).containsExactly(new RunFile.GapLine("seals.one", "this Java has no cryptography"));
    }

    @Test
    void whatWasMeasuredBeforeAStopIsKeptSetAside() {
        recorder.hear(measured("notes.one", "wcc", 1, 10, 11));
        recorder.stopped("stopped at the keyboard");
        recorder.broke("it ended with code 130");
        assertThat(run().state()).isEqualTo(RunFile.State.SET_ASIDE);
        assertThat(run().reason()).isEqualTo("stopped at the keyboard");
        assertThat(run().readings()).hasSize(1);
    }

    @Test
    void digitsAreFourAndPlain() {
        for (double x : new double[] {0.0123456, 0.9999999, 1, 41.2, 999.96, 2131.4, 21_350.4, 1_234_567}) {
            String text = Digits.text(x);
            assertThat(text).matches("\\d+(\\.\\d+)?");
            assertThat(DigitText.parse(text).value() / x).isBetween(.9995, 1.0005);
        }
        assertThat(Digits.text(41.2)).isEqualTo("41.20");
        assertThat(Digits.text(999.96)).isEqualTo("1000");
        assertThat(Digits.text(21_350.4)).isEqualTo("21350");
    }

    private RunFile run() {
        return recorder.run(START, START.plusSeconds(5), List.of(), List.of(), List.of());
    }

    private static WorkEvent measured(String metric, String marks, double... values) {
        return new WorkEvent.Measured(
                metric, java.util.Arrays.stream(values).boxed().toList(), marks);
    }
}
