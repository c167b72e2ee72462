package app.yarrowmark.core.score;

import java.util.Arrays;
import java.util.List;

/**
 * One score of several units that bear the same thing: a processor in three laptops, a browser on four phones. Units are
 * independent of each other; setups of one unit are not, so five of them are one witness.
 */
public final class JointScore {

    /** Units of a part are taken to differ by 2 % where nothing tells. */
    public static final LearnedVariance USUAL_UNITS = new LearnedVariance(.02 * .02, 2);

    /** Setups of one unit are taken to differ by half a percent, as if four of them had told. */
    private static final double SETUPS = .005 * .005;

    private static final double SETUPS_WEIGHT = 4;

    private JointScore() {}

    /**
     * What the units of one part tell.
     *
     * @param means of each unit's setups, on the log scale
     * @param inside mean log variance of such a mean from what is inside the unit
     */
    private record Units(double[] means, double inside) {

        static Units of(List<List<Score>> units) {
            double[] means = units.stream()
                    .mapToDouble(
                            u -> u.stream().mapToDouble(Score::log).average().orElseThrow())
                    .toArray();
            double squares = SETUPS_WEIGHT * SETUPS;
            double dof = SETUPS_WEIGHT;
            for (int u = 0; u < means.length; u++) {
                for (Score score : units.get(u)) {
                    squares += (score.log() - means[u]) * (score.log() - means[u]);
                }
                dof += units.get(u).size() - 1;
            }
            double inside = 0;
            for (List<Score> unit : units) {
                int k = unit.size();
                double own = unit.stream()
                                .mapToDouble(s -> s.standardError() * s.standardError())
                                .sum()
                        / (k * k);
                inside += Math.max(squares / dof / k, own) / means.length;
            }
            return new Units(means, inside);
        }
    }

    /**
     * Returns the mean over the units. Its error holds how far units of a part differ, so that one does not pass for all, and the
     * noise inside them.
     *
     * @param units the scores of the setups of each, neither empty
     * @param between log variance between units of a part; {@link #USUAL_UNITS} where nothing is known
     */
    public static Score of(List<List<Score>> units, LearnedVariance between) {
        if (units.isEmpty()) {
            throw new IllegalArgumentException("a joint score needs at least one");
        }
        Units all = Units.of(units);
        int count = units.size();
        double spread = PooledNoise.sumOfSquares(all.means) / Math.max(1, count - 1);
        double dof = between.dof() + count - 1;
        double ofUnits = (between.dof() * between.variance() + (count - 1) * Math.max(0, spread - all.inside)) / dof;
        List<Score> setups = units.stream().flatMap(List::stream).toList();
        // One setup of one unit whose own noise is unknown tells nothing of it.
        boolean known = setups.size() > 1 || setups.get(0).noiseKnown();
        return new Score(
                setups.stream().mapToInt(Score::count).sum(),
                setups.stream().mapToInt(Score::days).min().orElse(0),
                mean(all.means),
                known ? dof : 0,
                setups.stream().mapToDouble(Score::moderatedVariance).average().orElse(0),
                known ? (ofUnits + all.inside) / count : 0,
                0,
                setups.stream().mapToDouble(Score::roundingVariance).sum() / (setups.size() * setups.size()),
                setups.get(0).movement());
    }

    /** Returns what the units of one part tell of how far units differ; nothing with fewer than two. */
    public static List<Contrast> contrasts(List<List<Score>> units) {
        if (units.size() < 2) {
            return List.of();
        }
        Units all = Units.of(units);
        double[] inside = new double[all.means.length];
        Arrays.fill(inside, all.inside);
        return Contrast.of(all.means, inside);
    }

    private static double mean(double[] values) {
        double sum = 0;
        for (double v : values) {
            sum += v;
        }
        return sum / values.length;
    }
}
