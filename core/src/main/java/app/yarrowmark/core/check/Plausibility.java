package app.yarrowmark.core.check;

import app.yarrowmark.core.rank.Prediction;
import app.yarrowmark.core.score.ErrorParts;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.core.score.Student;
import app.yarrowmark.core.suite.Direction;
import java.util.Arrays;
import java.util.Collection;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.IntToDoubleFunction;

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
     * @param sameDay whether one of those was read on the day of the one in question
     */
    public static Optional<Expectation> fromRepeats(Score others, boolean sameDay) {
        if (!others.noiseKnown()) {
            return Optional.empty();
        }
        double e = Scoring.medianEfficiency(others.count());
        double apart = Scoring.medianEfficiency(others.days());
        ErrorParts error = new ErrorParts(
                others.moderatedVariance() * (1 + e * e / others.count()),
                others.dof(),
                sameDay ? 0 : others.movement().variance() * (1 + apart * apart / others.days()),
                others.movement().dof(),
                others.roundingVariance());
        double reach = Student.quantile(QUANTILE, error.dof()) * error.standardError();
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
        return fromKind(
                scores.stream().mapToDouble(Double::doubleValue).sorted().toArray(), OptionalDouble.empty());
    }

    /**
     * As {@link #fromKind(Collection)} for one of many devices of a kind, without copying the others.
     *
     * @param rising the scores of all of the kind, the smallest first
     * @param own one of them that is left out: the device's own; empty if it has none
     */
    public static Optional<Expectation> fromKind(double[] rising, OptionalDouble own) {
        int without = own.isEmpty() ? -1 : Arrays.binarySearch(rising, own.getAsDouble());
        int count = without < 0 ? rising.length : rising.length - 1;
        if (count < ENOUGH_OF_KIND) {
            return Optional.empty();
        }
        IntToDoubleFunction at = i -> rising[without >= 0 && i >= without ? i + 1 : i];
        double median = (at.applyAsDouble((count - 1) / 2) + at.applyAsDouble(count / 2)) / 2;
        return Optional.of(new Expectation(
                median, at.applyAsDouble(0) / FACTOR, at.applyAsDouble(count - 1) * FACTOR, Expectation.Basis.KIND));
    }

    private static Expectation around(double log, double reach, Expectation.Basis basis) {
        return new Expectation(Math.exp(log), Math.exp(log - reach), Math.exp(log + reach), basis);
    }
}
