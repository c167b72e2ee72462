package app.yarrowmark.core.follow;

import app.yarrowmark.core.score.ErrorParts;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.Direction;

/**
 * The score of one version on the log scale, turned so that up is better.
 *
 * @param log up is better
 * @param error of {@code log}
 */
public record VersionScore(double log, ErrorParts error) {

    /** Returns a score turned so that up is better. */
    public static VersionScore of(Score score, Direction better) {
        return new VersionScore(better.sign() * score.log(), score.error());
    }

    double variance() {
        return error.variance();
    }

    /** What of the variance is movement between days. */
    double dayShare() {
        return error.variance() == 0 ? 0 : error.day() / error.variance();
    }
}
