package app.yarrowmark.workloads;

/** Looks out for a neighbour on the core around each iteration, and waits a little for it to go away. Trials look at nothing. */
public final class Lookout {

    private static final int PAUSE_MILLIS = 20;
    private static final int PAUSES_PER_WANTED_MILLI = 1;

    private final Plan plan;
    private final Report report;
    private final Pace pace;
    private int pauses;

    /** Looks by that pace and tells the report what it saw. */
    public Lookout(Plan plan, Report report, Pace pace) {
        this.plan = plan;
        this.report = report;
        this.pace = pace;
    }

    /** Has patience anew: as much for each metric. */
    public void begin() {
        pauses = plan.wantedMillis() * PAUSES_PER_WANTED_MILLI;
    }

    /** Returns whether a neighbour is still there when the patience for this metric is used up. */
    public boolean waitForQuiet() {
        while (isCrowded()) {
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

    /** Returns whether a neighbour uses the core now. */
    public boolean isCrowded() {
        if (plan.isTrial()) {
            return false;
        }
        Pace.Look look = pace.look();
        boolean crowded = pace.isCrowded(look);
        report.pace(look.stepsPerSecond(), crowded, pace.best());
        return crowded;
    }
}
