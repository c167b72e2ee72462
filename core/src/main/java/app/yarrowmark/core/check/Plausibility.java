package app.yarrowmark.core.check;

import app.yarrowmark.core.rank.Prediction;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.score.Student;
import app.yarrowmark.core.suite.Direction;
import java.util.Collection;
import java.util.Optional;

/** Expectations of a reading before it is believed; one in a thousand good readings falls outside. */
public final class Plausibility {

    private static final double QUANTILE = .9995;
    private static final double FACTOR = 5;
    private static final int ENOUGH_DOF = 8;
    private static final int ENOUGH_OF_KIND = 3;

    private Plausibility() {}

    /**
     * Returns where one more reading should fall beside those of the same test in the same setup; empty where their
     * noise is unknown.
     *
     * @param others score of the other readings, the one in question left out
     */
    public static Optional<Expectation> fromRepeats(Score others) {
        if (!others.noiseKnown()) {
            return Optional.empty();
        }
        double e = Scoring.medianEfficiency(others.count());
        double variance = others.moderatedVariance() * (1 + e * e / others.count()) + others.roundingVariance();
        double reach = Student.quantile(QUANTILE, others.dof()) * Math.sqrt(variance);
        return Optional.of(around(others.log(), reach, Expectation.Basis.REPEATS));
    }

    /**
     * Returns where a reading should fall after what its device does in other tests and what others do in this one.
     *
     * @param prediction with the cell in question left out
     * @param error standard error of the new reading's logarithm
     */
    public static Expectation fromOtherTests(Prediction prediction, Direction better, double error) {
        double log = better.sign() * prediction.log();
        if (prediction.dof() - 1 < ENOUGH_DOF) {
            return around(log, Math.log(FACTOR), Expectation.Basis.FEW_OTHER_TESTS);
        }
        double deviation = Math.sqrt(prediction.variance() + error * error);
        return around(log, Student.quantile(QUANTILE, prediction.dof()) * deviation, Expectation.Basis.OTHER_TESTS);
    }

    /**
     * Returns where a device of which nothing else is known should fall: within a factor of five of all of its kind;
     * empty where fewer than three are known.
     */
    public static Optional<Expectation> fromKind(Collection<Double> scores) {
        if (scores.size() < ENOUGH_OF_KIND) {
            return Optional.empty();
        }
        double[] values =
                scores.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        return Optional.of(new Expectation(
                Scoring.median(values),
                values[0] / FACTOR,
                values[values.length - 1] * FACTOR,
                Expectation.Basis.KIND));
    }

    private static Expectation around(double log, double reach, Expectation.Basis basis) {
        return new Expectation(Math.exp(log), Math.exp(log - reach), Math.exp(log + reach), basis);
    }
}
