package app.yarrowmark.core.suite;

/** What may be done with a metric's numbers. */
public enum Scale {
    /** A true zero and equal ratios, such as MB/s or seconds; always positive. */
    RATIO(true, true),
    /** Equal steps without a true zero, such as °C: differences only, never percent. */
    INTERVAL(true, true),
    /** Passed (1) or failed (0). */
    CHECK(false, true),
    /** The highest rung held, such as a resolution: order only. */
    LADDER(false, true),
    /** Shown, never compared. */
    INFORMATION(false, false);

    private final boolean number;
    private final boolean ordered;

    Scale(boolean number, boolean ordered) {
        this.number = number;
        this.ordered = ordered;
    }

    /** Returns whether readings are digits, perhaps with a unit, of which differences mean something. */
    public boolean isNumber() {
        return number;
    }

    /** Returns whether one reading can be better than another. */
    public boolean isOrdered() {
        return ordered;
    }
}
