package app.yarrowmark.runner.measure;

import app.yarrowmark.workloads.Curve;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One line from a measuring process to the runner that started it.
 *
 * @param kind what it says
 * @param metric the line is about
 * @param values measured so far, or all of them
 * @param marks of all of them, with {@code MEASURED}
 * @param share of this process's work that is over, with {@code SAMPLE}
 * @param curve with {@code CURVE}
 * @param reason in words
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record WorkEvent(
        Kind kind,
        @Nullable String metric,
        @Nullable List<Double> values,
        @Nullable String marks,
        @Nullable Double share,
        @Nullable Curve curve,
        @Nullable String reason) {

    /** What a line says. */
    public enum Kind {
        SAMPLE,
        MEASURED,
        CURVE,
        /** How fast the core's clock is, whether a neighbour used the core (1 or 0), and the best ratio known. */
        PACE,
        /** How fast the drive read between measurements, whether it was busy (1 or 0), and the best rate known. */
        DRIVE,
        /** The metric cannot be measured here. */
        GAP,
        /** A sentence that a reader of the numbers should know. */
        REMARK,
        /** What was measured is not what the suite is about. */
        SET_ASIDE,
        /** No score would mean anything. */
        REFUSED,
        /** A result was wrong. */
        WRONG
    }

    private static final int LONGEST_TRACE = 60;

    public static WorkEvent sample(String metric, List<Double> values, double share) {
        int from = Math.max(0, values.size() - LONGEST_TRACE);
        List<Double> last = List.copyOf(values.subList(from, values.size()));
        return new WorkEvent(Kind.SAMPLE, metric, last, null, share, null, null);
    }

    public static WorkEvent measured(String metric, List<Double> values, String marks) {
        return new WorkEvent(Kind.MEASURED, metric, values, marks, null, null, null);
    }

    public static WorkEvent curve(Curve curve) {
        return new WorkEvent(Kind.CURVE, null, null, null, null, curve, null);
    }

    public static WorkEvent pace(double stepsPerSecond, boolean crowded, double best) {
        return look(Kind.PACE, stepsPerSecond, crowded, best);
    }

    public static WorkEvent drive(double rate, boolean busy, double best) {
        return look(Kind.DRIVE, rate, busy, best);
    }

    private static WorkEvent look(Kind kind, double speed, boolean disturbed, double best) {
        return new WorkEvent(kind, null, List.of(speed, disturbed ? 1.0 : 0.0, best), null, null, null, null);
    }

    public static WorkEvent gap(String metric, String reason) {
        return new WorkEvent(Kind.GAP, metric, null, null, null, null, reason);
    }

    public static WorkEvent said(Kind kind, String reason) {
        return new WorkEvent(kind, null, null, null, null, null, reason);
    }
}
