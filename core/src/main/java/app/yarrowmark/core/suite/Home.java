package app.yarrowmark.core.suite;

/** Where a suite's numbers come from. */
public enum Home {
    /** Our native runner on a computer. */
    NATIVE,
    /** The page a device opens in its browser. */
    BROWSER,
    /** A suite from elsewhere, typed in. */
    TYPED
}
