package app.yarrowmark.core.series;

/**
 * Numbers along an axis.
 *
 * @param x places on the axis, ascending, in the axis' unit
 * @param y value at each place
 */
public record Series(double[] x, double[] y) {

    /** @throws IllegalArgumentException if the lengths differ, a number is not finite, or the axis does not ascend */
    public Series {
        if (x.length != y.length) {
            throw new IllegalArgumentException(x.length + " places and " + y.length + " values");
        }
        x = x.clone();
        y = y.clone();
        for (int i = 0; i < x.length; i++) {
            if (!Double.isFinite(x[i]) || !Double.isFinite(y[i])) {
                throw new IllegalArgumentException("point " + (i + 1) + " is no number");
            }
            if (i > 0 && x[i] < x[i - 1]) {
                throw new IllegalArgumentException("point " + (i + 1) + " lies before the one it follows");
            }
        }
    }

    /** Returns how many points there are. */
    public int size() {
        return x.length;
    }

    /**
     * Returns at most {@code most} points, at least 4, that look the same: of every stretch the lowest and the highest
     * point stay, so that no spike is hidden.
     */
    public Series thinned(int most) {
        if (size() <= most) {
            return this;
        }
        int stretches = Math.max(1, most / 2);
        int[] keep = new int[2 * stretches];
        for (int b = 0; b < stretches; b++) {
            int from = (int) ((long) b * size() / stretches);
            int to = (int) ((long) (b + 1) * size() / stretches);
            int low = from;
            int high = from;
            for (int i = from; i < to; i++) {
                low = y[i] < y[low] ? i : low;
                high = y[i] > y[high] ? i : high;
            }
            keep[2 * b] = Math.min(low, high);
            keep[2 * b + 1] = Math.max(low, high);
        }
        double[] px = new double[keep.length];
        double[] py = new double[keep.length];
        for (int i = 0; i < keep.length; i++) {
            px[i] = x[keep[i]];
            py[i] = y[keep[i]];
        }
        return new Series(px, py);
    }
}
