package app.yarrowmark.workloads;

import java.util.List;

/** Hears what is measured while it is measured. */
public interface Report {

    /**
     * Called after each iteration.
     *
     * @param metric that is measured
     * @param values so far, in the metric's unit
     * @param share of this process's work that is over, 0 to 1
     */
    void sample(String metric, List<Double> values, double share);

    /** Called when a metric is measured. */
    void measured(Measured measured);

    /**
     * Called when the pace of the core was looked at.
     *
     * @param stepsPerSecond follows the core's clock
     * @param crowded whether a neighbour used the core
     * @param best ratio known of this device, to be given to the next process
     */
    default void pace(double stepsPerSecond, boolean crowded, double best) {}

    /**
     * Called when the drive was looked at between measurements.
     *
     * @param rate at which it read the same piece again, in MB/s
     * @param busy whether it had something else to do
     * @param best rate known of this drive, to be given to the next process
     */
    default void drive(double rate, boolean busy, double best) {}

    /** Called with numbers along an axis. */
    default void curve(Curve curve) {}

    /** Called when a metric cannot be measured here, with the reason. */
    default void gap(String metric, String reason) {}

    /** Called with a sentence that a reader of the numbers should know. */
    default void remark(String sentence) {}

    /** Called when what is measured is not what the suite is about, e.g. the system's cache; the run is set aside. */
    default void setAside(String reason) {}
}
