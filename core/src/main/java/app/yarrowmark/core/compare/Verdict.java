package app.yarrowmark.core.compare;

/** What a comparison of two scores shows. */
public enum Verdict {
    /** The direction is proven, and the best estimate is at least the threshold; the size itself is an estimate. */
    AHEAD,
    /** The same the other way. */
    BEHIND,
    /** The difference is proven to be less than the threshold. */
    EVEN,
    /** Neither is shown by the runs there are. */
    UNDECIDED
}
