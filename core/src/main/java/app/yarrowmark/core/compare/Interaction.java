package app.yarrowmark.core.compare;

import app.yarrowmark.core.score.ErrorParts;
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
        boolean still = all.stream().allMatch(s -> s.moderatedVariance() == 0);
        return new Advantage(
                better.sign() * (both.log() - first.log() - second.log() + neither.log()),
                all.stream().map(Score::error).reduce(ErrorParts.NONE, ErrorParts::plus),
                threshold,
                still ? all.stream().mapToDouble(Advantage::step).sum() / 2 : 0,
                1);
    }
}
