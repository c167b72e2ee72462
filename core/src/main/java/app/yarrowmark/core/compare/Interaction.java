package app.yarrowmark.core.compare;

import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.Direction;
import java.util.List;

/**
 * Whether two changes add: how far both together are from what each gives by itself. The logarithm of a ratio of ratios,
 * ln(both / second) − ln(first / neither), which is the interaction contrast of a two by two table (Cochran and Cox (1957),
 * "Experimental Designs", chapter 5); its error is that of four independent scores.
 */
public final class Interaction {

    private Interaction() {}

    /**
     * Returns how far the two together are ahead of what they give one by one; even where they add.
     *
     * @param neither without either change
     * @param both with the two
     */
    public static Advantage of(
            Score neither, Score first, Score second, Score both, Direction better, double threshold) {
        List<Score> all = List.of(neither, first, second, both);
        double variance = 0;
        double spread = 0;
        for (Score score : all) {
            double own = score.standardError() * score.standardError();
            variance += own;
            spread += own == 0 ? 0 : own * own / score.dof();
        }
        boolean known = all.stream().allMatch(Score::noiseKnown);
        double dof = spread == 0 ? Double.POSITIVE_INFINITY : variance * variance / spread;
        boolean still = all.stream().allMatch(s -> s.moderatedVariance() == 0);
        return new Advantage(
                better.sign() * (both.log() - first.log() - second.log() + neither.log()),
                known ? Math.sqrt(variance) : 0,
                known ? dof : 0,
                threshold,
                still ? all.stream().mapToDouble(Advantage::step).sum() / 2 : 0);
    }
}
