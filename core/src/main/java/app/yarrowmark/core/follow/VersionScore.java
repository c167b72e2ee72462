package app.yarrowmark.core.follow;

import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.Direction;

/**
 * The score of one version on the log scale, turned so that up is better.
 *
 * @param log up is better
 * @param standardError of {@code log}
 * @param dof degrees of freedom of the error; 0 where the noise is unknown
 */
public record VersionScore(double log, double standardError, double dof) {

    /** Returns a score turned so that up is better. */
    public static VersionScore of(Score score, Direction better) {
        return new VersionScore(
                better.sign() * score.log(), score.noiseKnown() ? score.standardError() : 0, score.dof());
    }

    double variance() {
        return standardError * standardError;
    }
}
