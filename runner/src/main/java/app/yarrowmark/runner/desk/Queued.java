package app.yarrowmark.runner.desk;

import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.suite.SuiteSheet;

/**
 * What is to be run.
 *
 * @param suite by its key
 * @param repeats planned
 * @param minutes one run is expected to take
 */
public record Queued(String suite, int repeats, double minutes) {

    /** Nothing. */
    public static final Queued NONE = new Queued("", 1, 0);

    /** Returns what is to be run of a suite where nobody planned it, by its sheet. */
    public static Queued bySheet(String suite) {
        SuiteSheet.Schedule schedule = OwnSuites.sheet(suite).schedule();
        return new Queued(suite, schedule.repeats(), schedule.minutes());
    }

    public Queued times(int other) {
        return new Queued(suite, other, minutes);
    }
}
