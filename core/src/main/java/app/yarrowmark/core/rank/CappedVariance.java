package app.yarrowmark.core.rank;

/**
 * A variance by Huber's Proposal 2 (1964, "Robust estimation of a location parameter"): where Σ λ min(z/(t+v), k²) falls to a
 * target; 0 if it is already below at 0. Terms hardly change from one step of a fit to the next, so Newton's first step from the
 * last answer is mostly all there is to do: each goes once through all terms, of which a large pool has hundreds of thousands.
 */
final class CappedVariance {

    /** A step as small as this, in parts of the answer, leaves an error as small as its square. */
    private static final double NEAR = 1e-3;

    private static final double PRECISE = 1e-10;
    private static final int MOST_STEPS = 200;

    private final double cap;
    private final double near;
    private double last;
    private double fall;

    /**
     * @param cap k², infinite for none
     * @param start where to look first, positive
     * @param precise whether each answer is to be as good as numbers allow, not only near
     */
    CappedVariance(double cap, double start, boolean precise) {
        this.cap = cap;
        this.last = start;
        this.near = precise ? PRECISE : NEAR;
    }

    /**
     * Returns the answer, near the one before.
     *
     * @param weight λ of each term
     * @param square z of each term
     * @param own v of each term
     * @param count how many terms there are
     */
    double of(double[] weight, double[] square, double[] own, int count, double target) {
        if (target <= 0) {
            return 0;
        }
        double low = 0;
        double high = Double.POSITIVE_INFINITY;
        double t = last;
        for (int step = 0; step < MOST_STEPS; step++) {
            double over = sum(weight, square, own, count, t) - target;
            if (over > 0) {
                low = t;
            } else {
                high = t;
            }
            double next = t + over / fall;
            if (!(next > low && next < high)) {
                if (low == 0 && sum(weight, square, own, count, 0) <= target) {
                    return 0;
                }
                next = high == Double.POSITIVE_INFINITY ? 4 * t : (low + high) / 2;
            }
            double moved = Math.abs(next - t);
            t = next;
            if (moved <= near * t) {
                break;
            }
        }
        last = t;
        return t;
    }

    private double sum(double[] weight, double[] square, double[] own, int count, double t) {
        double sum = 0;
        double falling = 0;
        for (int i = 0; i < count; i++) {
            double inverse = 1 / (t + own[i]);
            double term = square[i] * inverse;
            if (term < cap) {
                sum += weight[i] * term;
                falling += weight[i] * term * inverse;
            } else {
                sum += weight[i] * cap;
            }
        }
        fall = falling;
        return sum;
    }
}
