package app.yarrowmark.core.plan;

/**
 * Places that one subject may have, were its estimate to stay: it is held against each of the others alone.
 *
 * @param best with everybody below it who may be
 * @param worst with everybody above it who may be
 * @param of how many have a place
 */
public record PlaceRange(int best, int worst, int of) {

    /** So far does an interval of 90 % reach on either side, in standard errors. */
    private static final double NORMAL_90 = 1.6449;

    /**
     * Returns the range.
     *
     * @param theta estimate of each; NaN without a place; the focus has one
     * @param variance of the difference of each to the focus
     */
    public static PlaceRange of(double[] theta, double[] variance, int focus) {
        int surely = 0;
        int possibly = 0;
        int of = 1;
        for (int s = 0; s < theta.length; s++) {
            if (s == focus || Double.isNaN(theta[s]) || Double.isNaN(variance[s])) {
                continue;
            }
            double reach = NORMAL_90 * Math.sqrt(variance[s]);
            surely += theta[s] - theta[focus] > reach ? 1 : 0;
            possibly += theta[s] - theta[focus] > -reach ? 1 : 0;
            of++;
        }
        return new PlaceRange(1 + surely, 1 + possibly, of);
    }
}
