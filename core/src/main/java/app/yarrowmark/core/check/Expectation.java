package app.yarrowmark.core.check;

/**
 * Where a value should fall, in the metric's unit.
 *
 * @param value the likeliest
 * @param low lower end; a value below asks to be checked
 * @param high upper end; a value above asks to be checked
 * @param basis what it was learned from
 */
public record Expectation(double value, double low, double high, Basis basis) {

    /** What an expectation rests on. */
    public enum Basis {
        /** Other runs of the same test in the same setup. */
        REPEATS,
        /** What the device does elsewhere and others do in this test. */
        OTHER_TESTS,
        /** As above, but too little is known for more than a factor of five. */
        FEW_OTHER_TESTS,
        /** What devices of its kind do in this test. */
        KIND
    }

    /** Returns whether the value lies in the range, ends included. */
    public boolean fits(double x) {
        return x >= low && x <= high;
    }
}
