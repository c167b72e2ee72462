package app.yarrowmark.core.compare;

import java.util.stream.IntStream;

/**
 * How often two scores were held against each other: on the first day on which both had runs, and on every later day on which a
 * run was added to either. Who looks again until something shows finds leads that are none; so each look asks for more, by the
 * constant levels of Pocock (1977), "Group sequential methods in the design and analysis of clinical trials".
 */
public final class Looks {

    private static final double[] LEVEL = {.05, .0294, .0221, .0182, .0158, .0142, .0130, .0120, .0112, .0106};

    private Looks() {}

    /**
     * Returns the number of looks, at least 1.
     *
     * @param a days with runs of one side, rising; empty for a claim
     * @param b of the other
     */
    public static int of(int[] a, int[] b) {
        if (a.length == 0 || b.length == 0) {
            return 1;
        }
        int both = Math.max(a[0], b[0]);
        return 1
                + (int) IntStream.concat(IntStream.of(a), IntStream.of(b))
                        .filter(day -> day > both)
                        .distinct()
                        .count();
    }

    /** Returns the error allowed at a look, both sides together: 0.05 at the first. */
    public static double level(int look) {
        return look <= LEVEL.length ? LEVEL[look - 1] : LEVEL[LEVEL.length - 1] * LEVEL.length / look;
    }
}
