package app.yarrowmark.core.rank;

import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;

/** Which subjects nobody beats in both performance and cost. */
public final class EfficientFront {

    /** Nobody is better and cheaper. */
    public static final int NOBODY = -1;

    private EfficientFront() {}

    /**
     * Returns for each subject the number of the best one that is at least as good for at most the cost, and strictly better in
     * one of them; {@link #NOBODY} for those on the front. Of equally good ones the cheaper stands.
     *
     * @param performance more is better
     * @param cost less is better; same length
     */
    public static int[] beatenBy(double[] performance, double[] cost) {
        Integer[] cheapestFirst = IntStream.range(0, cost.length)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer i) -> cost[i])
                        .thenComparing(Comparator.comparingDouble((Integer i) -> performance[i])
                                .reversed()))
                .toArray(Integer[]::new);
        int[] beaten = new int[cost.length];
        Arrays.fill(beaten, NOBODY);
        int best = NOBODY;
        for (int i : cheapestFirst) {
            boolean same = best != NOBODY && performance[best] == performance[i] && cost[best] == cost[i];
            if (best != NOBODY && performance[best] >= performance[i] && !same) {
                beaten[i] = best;
            } else if (!same) {
                best = i;
            }
        }
        return beaten;
    }
}
