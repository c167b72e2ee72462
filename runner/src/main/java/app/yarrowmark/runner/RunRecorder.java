package app.yarrowmark.runner;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.exchange.RunFile.ReadingLine;
import app.yarrowmark.core.exchange.RunFile.SampleLine;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.workloads.Measured;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Collects what a measuring process says into the run to send. */
final class RunRecorder {

    private final SuiteSheet sheet;
    private final String size;
    private final List<Measured> measured = new ArrayList<>();
    private RunFile.State state = RunFile.State.DONE;
    private @Nullable String reason;

    RunRecorder(SuiteSheet sheet, String size) {
        this.sheet = sheet;
        this.size = size;
    }

    void hear(WorkEvent event) {
        switch (event.kind()) {
            case "measured" ->
                measured.add(new Measured(
                        Objects.requireNonNull(event.metric()),
                        Objects.requireNonNull(event.values()),
                        Objects.requireNonNull(event.marks())));
            case "wrong" -> end(RunFile.State.FAILED, "a result was wrong: " + event.reason());
            case "refused" -> end(RunFile.State.FAILED, event.reason());
            case "cached" -> end(RunFile.State.SET_ASIDE, event.reason());
            default -> {
                // Samples are for the display.
            }
        }
    }

    /** The process ended badly without a word of its own. */
    void broke(String errors) {
        if (state == RunFile.State.DONE) {
            end(RunFile.State.FAILED, "the measuring process broke off: " + errors);
        }
    }

    /** Returns the run; set aside if a part was disturbed too often. */
    RunFile run(Instant start, Instant end, List<RunFile.FactLine> facts) {
        if (state == RunFile.State.DONE) {
            measured.stream().filter(m -> !m.isSound()).findFirst().ifPresent(this::disturbed);
        }
        return new RunFile(
                UUID.randomUUID(),
                new RunFile.Suite(sheet.id().key(), sheet.id().version()),
                null,
                null,
                state,
                reason,
                start,
                end,
                new RunFile.Sender("runner", RunnerMain.version()),
                size,
                facts,
                measured.stream()
                        .map(m -> new ReadingLine(m.metric(), Digits.text(m.value())))
                        .toList(),
                measured.stream()
                        .map(m -> new SampleLine(
                                m.metric(),
                                m.values().stream()
                                        .mapToDouble(Double::doubleValue)
                                        .toArray(),
                                m.marks()))
                        .toList(),
                null,
                null,
                null,
                null,
                null,
                null);
    }

    private void disturbed(Measured m) {
        String name = sheet.metric(m.metric()).map(x -> x.name()).orElse(m.metric());
        long counted = m.marks().chars().filter(c -> c != 'w').count();
        end(
                RunFile.State.SET_ASIDE,
                "disturbed: in " + name + " something else used the processor in " + m.disturbed() + " of " + counted
                        + " iterations; at most half may be");
    }

    private void end(RunFile.State how, @Nullable String why) {
        state = how;
        reason = why == null || why.length() <= 500 ? why : why.substring(0, 500);
    }
}
