package app.yarrowmark.workloads;

/**
 * Numbers along an axis.
 *
 * @param name what they are, as the suite's sheet calls the series
 * @param unit of the values, UCUM
 * @param axis what the places are
 * @param axisUnit of the places, UCUM
 * @param x places, ascending
 * @param y as many values
 */
public record Curve(String name, String unit, String axis, String axisUnit, double[] x, double[] y) {

    /** @throws IllegalArgumentException unless there is a value for each place */
    public Curve {
        if (x.length != y.length) {
            throw new IllegalArgumentException(x.length + " places and " + y.length + " values");
        }
        x = x.clone();
        y = y.clone();
    }
}
