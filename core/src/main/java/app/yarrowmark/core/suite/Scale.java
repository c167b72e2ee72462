package app.yarrowmark.core.suite;

/** What may be done with a metric's numbers. */
public enum Scale {
    /** A true zero and equal ratios, such as MB/s or seconds; always positive. */
    RATIO,
    /** Equal steps without a true zero, such as °C: differences only, never percent. */
    INTERVAL,
    /** Passed (1) or failed (0). */
    CHECK,
    /** The highest rung held, such as a resolution: order only. */
    LADDER,
    /** Shown, never compared. */
    INFORMATION
}
