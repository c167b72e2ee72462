package app.yarrowmark.core.score;

import java.util.ArrayList;
import java.util.List;

/**
 * A difference inside one thing that was measured several times over (a setup on several days, a part in several units), scaled
 * so that its variance is what moves between them and what is known of each: Var = ω² + v.
 *
 * @param change on the log scale
 * @param variance v, what the errors of its own parts add
 */
public record Contrast(double change, double variance) {

    /**
     * Returns Helmert's contrasts: each value less the mean of those before it, scaled by √(j/(j+1)). They are independent of
     * each other and of the level, so no step between two things can enter.
     *
     * @param values in order
     * @param variances of each, what moves between them left out
     */
    public static List<Contrast> of(double[] values, double[] variances) {
        List<Contrast> contrasts = new ArrayList<>();
        double sum = 0;
        double noise = 0;
        for (int j = 1; j < values.length; j++) {
            sum += values[j - 1];
            noise += variances[j - 1];
            double scale = j / (j + 1.0);
            contrasts.add(new Contrast(
                    Math.sqrt(scale) * (values[j] - sum / j), scale * (variances[j] + noise / ((double) j * j))));
        }
        return contrasts;
    }
}
