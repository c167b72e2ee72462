package app.yarrowmark.workloads;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;

/**
 * Repeats an iteration: warms up until steady, then until enough undisturbed ones are counted, or as many disturbed ones.
 * Before each it waits a little for a neighbour on the core to go away.
 */
public final class Sampler {

    /** An iteration is disturbed if its threads ran less than 1/1.02 of the time that passed. */
    private static final double WAITED = 1.02;

    private static final int STEADY_OVER = 5;
    private static final double STEADY = 0.05;
    private static final int PAUSE_MILLIS = 20;
    private static final int PAUSES_PER_WANTED_MILLI = 1;

    private final Plan plan;
    private final Report report;
    private final Pace pace;
    private int pauses;

    /** Samples by the plan, tells the report, and looks at the pace. */
    public Sampler(Plan plan, Report report, Pace pace) {
        this.plan = plan;
        this.report = report;
        this.pace = pace;
    }

    /**
     * One iteration.
     *
     * @param value in the metric's unit
     * @param wallOverProcessor time that passed over the processor time that the threads had, 1 if all of it was theirs
     */
    public record Iteration(double value, double wallOverProcessor) {}

    /** Returns the share of the process's work that is over when so much of this metric is. */
    public interface Share {
        /** @param done 0 to 1 */
        double of(double done);
    }

    /** Measures a metric. */
    public Measured sample(String metric, Supplier<Iteration> iteration, Share share) {
        List<Double> values = new ArrayList<>();
        StringBuilder marks = new StringBuilder();
        while (marks.length() < plan.mostWarmUps() && !isSteady(values)) {
            values.add(iteration.get().value);
            marks.append('w');
            report.sample(metric, values, share.of(0.5 * marks.length() / plan.mostWarmUps()));
        }
        pauses = plan.wantedMillis() * PAUSES_PER_WANTED_MILLI;
        int sound = 0;
        int disturbed = 0;
        boolean crowded = waitForQuiet();
        while (sound < plan.counted() && disturbed < plan.counted()) {
            Iteration one = iteration.get();
            boolean crowdedAfter = isCrowded();
            boolean isDisturbed = !plan.isTrial() && (one.wallOverProcessor > WAITED || crowded || crowdedAfter);
            crowded = crowdedAfter && waitForQuiet();
            values.add(one.value);
            marks.append(isDisturbed ? 'd' : 'c');
            sound += isDisturbed ? 0 : 1;
            disturbed += isDisturbed ? 1 : 0;
            report.sample(metric, values, share.of(0.5 + 0.5 * Math.max(sound, disturbed) / plan.counted()));
        }
        return new Measured(metric, values, marks.toString());
    }

    /** Returns whether a neighbour is still there when the patience for this metric is used up. */
    private boolean waitForQuiet() {
        while (!plan.isTrial() && isCrowded()) {
            if (pauses == 0) {
                return true;
            }
            pauses--;
            try {
                Thread.sleep(PAUSE_MILLIS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException("interrupted", e);
            }
        }
        return false;
    }

    private boolean isCrowded() {
        if (plan.isTrial()) {
            return false;
        }
        Pace.Look look = pace.look();
        boolean crowded = pace.isCrowded(look);
        report.pace(look.stepsPerSecond(), crowded, pace.best());
        return crowded;
    }

    /** Whether the last five values change by less than 5 % from end to end, by least squares. */
    static boolean isSteady(List<Double> values) {
        return values.size() >= STEADY_OVER
                && Math.abs(Measured.slope(values.subList(values.size() - STEADY_OVER, values.size()))) < STEADY;
    }
}
