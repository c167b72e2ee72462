package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.List;

/** From comparison lines to places. Lines do not depend on whose index is 100, and are found once. */
public final class Placing {

    private final Lines lines;

    /** Places subjects by their lines. */
    public Placing(Lines lines) {
        this.lines = lines;
    }

    /** Returns where the subjects of an estimate may stand. */
    public static Placing of(Estimate estimate) {
        return new Placing(Lines.of(estimate));
    }

    /** Returns the lines it goes by. */
    public Lines lines() {
        return lines;
    }

    /**
     * Returns the subjects in order, the best first; equal ones in the order of their numbers.
     *
     * @param reference number of the subject whose index is 100
     */
    public List<Place> against(int reference) {
        double[] theta = lines.theta();
        return Arrays.stream(Lines.order(theta))
                .mapToObj(s -> {
                    double log = theta[s] - theta[reference];
                    double half = lines.half(s);
                    double both = s == reference ? 0 : half + lines.half(reference);
                    return new Place(
                            s,
                            index(log),
                            index(log - half),
                            index(log + half),
                            index(log - both),
                            index(log + both),
                            lines.best(s),
                            lines.worst(s));
                })
                .toList();
    }

    private static double index(double log) {
        return 100 * Math.exp(log);
    }

    /** Returns the number of the subject in the middle of the order, the better one of two. */
    public static int middle(double[] theta) {
        int[] order = Lines.order(theta);
        return order[(order.length - 1) / 2];
    }
}
