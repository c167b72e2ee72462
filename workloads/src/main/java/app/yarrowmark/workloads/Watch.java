package app.yarrowmark.workloads;

import java.util.List;

/** Hears what is measured while it is measured. */
@FunctionalInterface
public interface Watch {

    /**
     * Called after each iteration.
     *
     * @param metric that is measured
     * @param values so far, in the metric's unit
     * @param share of this metric's measurement that is over, 0 to 1
     */
    void sample(String metric, List<Double> values, double share);
}
