package app.yarrowmark.core.score;

import java.util.List;

/** One score of several setups that bear the same thing: a processor in three laptops, a browser on four phones. */
public final class JointScore {

    private JointScore() {}

    /**
     * Returns the mean of the logarithms. Its error holds each setup's own noise and how far setups that bear the same thing
     * differ, so that one setup does not pass for all.
     *
     * @param scores one of each setup, not empty
     * @param between variance of the logarithm between setups that bear the same, over all that gather in this way;
     *     {@link PooledNoise#NONE} if none does
     */
    public static Score of(List<Score> scores, PooledNoise between) {
        if (scores.isEmpty()) {
            throw new IllegalArgumentException("a joint score needs at least one");
        }
        int k = scores.size();
        double log = scores.stream().mapToDouble(Score::log).sum() / k;
        double own = 0;
        double spread = 0;
        for (Score score : scores) {
            double part = score.standardError() * score.standardError() / (k * k);
            own += part;
            spread += part == 0 ? 0 : part * part / score.dof();
        }
        double prior = between.priorWeight();
        double betweenDof = prior + k - 1;
        double[] logs = scores.stream().mapToDouble(Score::log).toArray();
        double betweenPart =
                betweenDof <= 0 ? 0 : (prior * between.logVariance() + PooledNoise.sumOfSquares(logs)) / betweenDof / k;
        if (betweenPart > 0) {
            spread += betweenPart * betweenPart / betweenDof;
        }
        double variance = own + betweenPart;
        // Where several setups agree to the digit, or one has no history, nothing is known.
        boolean known = k > 1 ? betweenDof > 0 : scores.get(0).noiseKnown();
        double dof = !known ? 0 : spread == 0 ? betweenDof : variance * variance / spread;
        return new Score(
                scores.stream().mapToInt(Score::count).sum(),
                log,
                dof,
                scores.stream().mapToDouble(Score::moderatedVariance).sum() / k,
                scores.stream().mapToDouble(Score::roundingVariance).sum() / (k * k),
                known ? Math.sqrt(variance) : 0);
    }
}
