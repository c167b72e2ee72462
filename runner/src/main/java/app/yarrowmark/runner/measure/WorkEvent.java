package app.yarrowmark.runner.measure;

import app.yarrowmark.workloads.Curve;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.List;

/** One line from a measuring process to the runner that started it, as JSON; its kind is told by {@code kind}. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
@JsonSubTypes({
    @JsonSubTypes.Type(value = WorkEvent.Sample.class, name = "SAMPLE"),
    @JsonSubTypes.Type(value = WorkEvent.Measured.class, name = "MEASURED"),
    @JsonSubTypes.Type(value = WorkEvent.Curved.class, name = "CURVE"),
    @JsonSubTypes.Type(value = WorkEvent.Pace.class, name = "PACE"),
    @JsonSubTypes.Type(value = WorkEvent.Drive.class, name = "DRIVE"),
    @JsonSubTypes.Type(value = WorkEvent.Gap.class, name = "GAP"),
    @JsonSubTypes.Type(value = WorkEvent.Remark.class, name = "REMARK"),
    @JsonSubTypes.Type(value = WorkEvent.SetAside.class, name = "SET_ASIDE"),
    @JsonSubTypes.Type(value = WorkEvent.Refused.class, name = "REFUSED"),
    @JsonSubTypes.Type(value = WorkEvent.Wrong.class, name = "WRONG")
})
public sealed interface WorkEvent {

    /**
     * How far a metric is.
     *
     * @param values the last that were measured, at most 60
     * @param share of this process's work that is over
     */
    record Sample(String metric, List<Double> values, double share) implements WorkEvent {

        private static final int LONGEST_TRACE = 60;

        /** Cuts off what is older. */
        public Sample {
            values = List.copyOf(values.subList(Math.max(0, values.size() - LONGEST_TRACE), values.size()));
        }
    }

    /**
     * All that was measured of a metric.
     *
     * @param marks one for each value
     */
    record Measured(String metric, List<Double> values, String marks) implements WorkEvent {}

    record Curved(Curve curve) implements WorkEvent {}

    /**
     * How fast the core's clock is.
     *
     * @param crowded whether a neighbour used the core
     * @param best the best ratio known
     */
    record Pace(double stepsPerSecond, boolean crowded, double best) implements WorkEvent {}

    /**
     * How fast the drive read between measurements.
     *
     * @param best the best rate known
     */
    record Drive(double rate, boolean busy, double best) implements WorkEvent {}

    /** The metric cannot be measured here. */
    record Gap(String metric, String reason) implements WorkEvent {}

    /** A sentence that a reader of the numbers should know. */
    record Remark(String sentence) implements WorkEvent {}

    /** What was measured is not what the suite is about. */
    record SetAside(String reason) implements WorkEvent {}

    /** No score would mean anything. */
    record Refused(String reason) implements WorkEvent {}

    /** A result was wrong. */
    record Wrong(String what) implements WorkEvent {}
}
