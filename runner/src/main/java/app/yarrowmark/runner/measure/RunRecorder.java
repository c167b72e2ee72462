package app.yarrowmark.runner.measure;

import app.yarrowmark.core.exchange.Build;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.exchange.RunFile.GapLine;
import app.yarrowmark.core.exchange.RunFile.ReadingLine;
import app.yarrowmark.core.exchange.RunFile.SampleLine;
import app.yarrowmark.core.exchange.RunFile.SeriesLine;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.workloads.Curve;
import app.yarrowmark.workloads.Measured;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** Collects what the measuring processes of a run say into the run to send. */
public final class RunRecorder {

    private static final double STEEP = 0.05;
    private static final int LONGEST_REASON = 500;
    private static final int LONGEST_NOTE = 4000;

    private final SuiteSheet sheet;
    private final String size;
    private final UUID id = UUID.randomUUID();
    private final Map<String, Measured> measured = new LinkedHashMap<>();
    private final Map<String, List<Curve>> curves = new LinkedHashMap<>();
    private final Map<String, String> gaps = new LinkedHashMap<>();
    private final Set<String> remarks = new LinkedHashSet<>();
    private RunFile.State state = RunFile.State.DONE;
    private @Nullable String reason;

    public RunRecorder(SuiteSheet sheet, String size) {
        this.sheet = sheet;
        this.size = size;
    }

    public synchronized void hear(WorkEvent event) {
        if (event instanceof WorkEvent.Measured part) {
            measured.merge(part.metric(), new Measured(part.metric(), part.values(), part.marks()), Measured::and);
        } else if (event instanceof WorkEvent.Curved drawn) {
            curves.computeIfAbsent(drawn.curve().name(), n -> new ArrayList<>()).add(drawn.curve());
        } else if (event instanceof WorkEvent.Gap gap) {
            gaps.put(gap.metric(), gap.reason());
        } else if (event instanceof WorkEvent.Remark remark) {
            remarks.add(remark.sentence());
        } else if (event instanceof WorkEvent.Wrong wrong) {
            end(RunFile.State.FAILED, "a result was wrong: " + wrong.what());
        } else if (event instanceof WorkEvent.Refused refused) {
            end(RunFile.State.FAILED, refused.reason());
        } else if (event instanceof WorkEvent.SetAside aside) {
            end(RunFile.State.SET_ASIDE, aside.reason());
        }
    }

    /** The process ended badly without a word of its own. */
    synchronized void broke(String errors) {
        if (state == RunFile.State.DONE) {
            end(RunFile.State.FAILED, "the measuring process broke off: " + errors);
        }
    }

    /** The run was stopped before its end; what was measured stays, set aside. */
    synchronized void stopped(String why) {
        if (state == RunFile.State.DONE) {
            end(RunFile.State.SET_ASIDE, why);
        }
    }

    /** Returns whether the rest of the run is worth measuring. */
    synchronized boolean isGoingOn() {
        return state != RunFile.State.FAILED;
    }

    /**
     * Returns the run; set aside if a part was disturbed too often.
     *
     * @param warnings of what went on beside it
     * @param watched sensors along the time
     */
    public synchronized RunFile run(
            Instant start, Instant end, List<RunFile.FactLine> facts, List<String> warnings, List<SeriesLine> watched) {
        if (state == RunFile.State.DONE) {
            measured.values().stream().filter(m -> !m.isSound()).findFirst().ifPresent(this::disturbed);
        }
        remarks.addAll(warnings);
        String note = cut(String.join(" ", remarks), LONGEST_NOTE);
        List<SeriesLine> series = new ArrayList<>(watched);
        curves.values().forEach(rounds -> series.add(median(rounds)));
        return new RunFile(
                id,
                new RunFile.Suite(sheet.id().key(), sheet.id().version()),
                null,
                null,
                state,
                reason,
                start,
                end,
                new RunFile.Sender("runner", Build.version()),
                size,
                facts,
                measured.values().stream()
                        .map(m -> new ReadingLine(m.metric(), Digits.text(m.value()), slope(m), null))
                        .toList(),
                measured.values().stream()
                        .map(m -> new SampleLine(
                                m.metric(),
                                m.values().stream()
                                        .mapToDouble(Double::doubleValue)
                                        .toArray(),
                                m.marks()))
                        .toList(),
                note.isEmpty() ? null : note,
                gaps.isEmpty()
                        ? null
                        : gaps.entrySet().stream()
                                .map(g -> new GapLine(g.getKey(), g.getValue()))
                                .toList(),
                series.isEmpty() ? null : series,
                null,
                null,
                null,
                null,
                ZoneId.systemDefault().getId(),
                null);
    }

    /** Each process draws the whole curve; the run has at every place the median of theirs. */
    private static SeriesLine median(List<Curve> rounds) {
        Curve first = rounds.get(0);
        double[] y = new double[first.x().length];
        for (int i = 0; i < y.length; i++) {
            int at = i;
            double[] values = rounds.stream()
                    .filter(c -> Arrays.equals(c.x(), first.x()))
                    .mapToDouble(c -> c.y()[at])
                    .sorted()
                    .toArray();
            int half = values.length / 2;
            y[i] = values.length % 2 == 1 ? values[half] : (values[half - 1] + values[half]) / 2;
        }
        return new SeriesLine(first.name(), first.unit(), first.axis(), first.axisUnit(), first.x(), y);
    }

    /** What is read is doubtful if it still rises or falls while it counts. */
    private static @Nullable String slope(Measured m) {
        double slope = m.slope();
        return Math.abs(slope) <= STEEP
                ? null
                : String.format(
                        Locale.ROOT,
                        "%s by %.0f %% over the counted iterations; up to %.0f %% is steady.",
                        slope > 0 ? "Rose" : "Fell",
                        100 * Math.abs(slope),
                        100 * STEEP);
    }

    private void disturbed(Measured m) {
        String name = sheet.metric(m.metric()).map(x -> x.name()).orElse(m.metric());
        long counted = m.marks().chars().filter(c -> c != 'w').count();
        end(
                RunFile.State.SET_ASIDE,
                "disturbed: in " + name + " something else used the processor in " + m.disturbed() + " of " + counted
                        + " iterations; at most half may be");
    }

    private void end(RunFile.State how, String why) {
        state = how;
        reason = cut(why.isBlank() ? "no reason was given" : why, LONGEST_REASON);
    }

    private static String cut(String text, int most) {
        return text.length() <= most ? text : text.substring(0, most);
    }
}
