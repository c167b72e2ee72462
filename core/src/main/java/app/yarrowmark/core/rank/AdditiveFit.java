package app.yarrowmark.core.rank;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The model fitted: y[s,m] = μ[m] + θ[s] + η[s, suite of m] + ε. The covariance of θ is kept as what it is made of, own noise of
 * each subject and the tests' levels on which all of them lean: diag(1/p) + B C Bᵀ.
 *
 * @param matrix that was fitted
 * @param theta of each subject; they sum to 0
 * @param mu of each test
 * @param own 1/p of each subject
 * @param share B of each cell
 * @param levels C, the covariance of {@code mu} up to a constant
 * @param scale by which the levels were made regular
 * @param tauSquared variance of a cell beyond its own noise and its suite
 * @param tasteSquared σ_η², how differently subjects fare from suite to suite
 * @param dof degrees of freedom
 * @param dofWithin of them known from tests inside suites
 * @param dofBetween of them known from suites
 * @param suites how many there are
 * @param trust of each cell, 0.02 to 1; under 1 the cell was doubted
 * @param suiteTrust the same of the suite of each cell, for its subject
 * @param suiteMean what is left over on average in the suite of each cell, for its subject
 * @param taken what of that is taken for the subject's taste, 0 to 1
 */
public record AdditiveFit(
        ScoreMatrix matrix,
        double[] theta,
        double[] mu,
        double[] own,
        double[] share,
        double[][] levels,
        double scale,
        double tauSquared,
        double tasteSquared,
        double dof,
        int dofWithin,
        int dofBetween,
        int suites,
        double[] trust,
        double[] suiteTrust,
        double[] suiteMean,
        double[] taken) {

    private static final double ODD = .5;

    /**
     * A suite in which a subject does much better or worse than elsewhere.
     *
     * @param log by how much, a logarithm; more than 0 is better
     */
    public record OddSuite(int subject, int suite, double log) {}

    /** Returns what is odd, by subject, in the order of the suites. */
    public List<OddSuite> oddSuites() {
        List<OddSuite> odd = new ArrayList<>();
        for (int s = 0; s < theta.length; s++) {
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                int suite = matrix.suiteOf(matrix.testOf(i));
                OddSuite last = odd.isEmpty() ? null : odd.get(odd.size() - 1);
                boolean again = last != null && last.subject == s && last.suite == suite;
                if (suiteTrust[i] < ODD && !again) {
                    odd.add(new OddSuite(s, suite, suiteMean[i]));
                }
            }
        }
        return odd;
    }

    /** Returns how many suites a subject has tests of. */
    public int suitesOf(int subject) {
        return (int) IntStream.range(matrix.from(subject), matrix.from(subject + 1))
                .map(i -> matrix.suiteOf(matrix.testOf(i)))
                .distinct()
                .count();
    }

    /** Returns the estimate, with draws from a seed. */
    public Estimate estimate(long seed) {
        return new Estimate(theta, quasiVariances(), FitDraws.of(this, seed));
    }

    /**
     * Returns quasi-variances after Firth and de Menezes (2004), "Quasi-variances": numbers qᵢ with Var(θᵢ − θⱼ) near qᵢ + qⱼ,
     * from the diagonal of the covariance and its row sums.
     */
    double[] quasiVariances() {
        int n = theta.length;
        double[] diagonal = new double[n];
        double[] sums = new double[n];
        double[] shares = new double[mu.length];
        for (int s = 0; s < n; s++) {
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                shares[matrix.testOf(i)] += share[i];
            }
        }
        double[] leaning = new double[mu.length];
        for (int m = 0; m < mu.length; m++) {
            for (int o = 0; o < mu.length; o++) {
                leaning[m] += levels[m][o] * shares[o];
            }
        }
        double all = 0;
        for (int s = 0; s < n; s++) {
            diagonal[s] = own[s] + leaning(s);
            sums[s] = own[s];
            for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
                sums[s] += share[i] * leaning[matrix.testOf(i)];
            }
            all += diagonal[s];
        }
        return QuasiVariances.of(diagonal, sums, all);
    }

    /** bᵀCb of a subject's row b of B. */
    private double leaning(int s) {
        double sum = 0;
        for (int i = matrix.from(s); i < matrix.from(s + 1); i++) {
            double[] row = levels[matrix.testOf(i)];
            double inner = 0;
            for (int j = matrix.from(s); j < matrix.from(s + 1); j++) {
                inner += row[matrix.testOf(j)] * share[j];
            }
            sum += share[i] * inner;
        }
        return sum;
    }

    /** Returns the variance of the difference of two subjects. */
    public double varianceOfDifference(int a, int b) {
        if (a == b) {
            return 0;
        }
        double[] x = new double[mu.length];
        addRow(x, a, 1);
        addRow(x, b, -1);
        return own[a] + own[b] + inLevels(x);
    }

    private void addRow(double[] x, int subject, double sign) {
        for (int i = matrix.from(subject); i < matrix.from(subject + 1); i++) {
            x[matrix.testOf(i)] += sign * share[i];
        }
    }

    private double inLevels(double[] x) {
        double sum = 0;
        for (int a = 0; a < x.length; a++) {
            for (int b = 0; b < x.length && x[a] != 0; b++) {
                sum += x[a] * levels[a][b] * x[b];
            }
        }
        return sum;
    }

    /** Returns the weight of a cell in the fit, trust over variance; NaN where there is no score. */
    public double weight(int subject, int test) {
        return trust(subject, test)
                / (tauSquared + Math.max(AdditiveModel.LEAST_VARIANCE, matrix.variance(subject, test)));
    }

    /** Returns how far a cell was trusted, 0.02 to 1; NaN where there is no score. */
    public double trust(int subject, int test) {
        int cell = matrix.cell(subject, test);
        return cell < 0 ? Double.NaN : trust[cell];
    }

    /** Returns what the model leaves over of a cell, taste and all: more than 0 is better than expected. NaN where there is no score. */
    public double residual(int subject, int test) {
        return matrix.log(subject, test) - mu[test] - theta[subject];
    }

    /**
     * Returns what the model says of a cell that is not in the matrix it was fitted to; what the subject does in other tests of
     * the same suite belongs to it.
     *
     * @throws IllegalArgumentException if the cell holds a score: it would predict itself
     */
    public Prediction predict(int subject, int test) {
        if (matrix.has(subject, test)) {
            throw new IllegalArgumentException("cell " + subject + "," + test + " was fitted itself");
        }
        double taste = 0;
        double left = tasteSquared;
        for (int i = matrix.from(subject); i < matrix.from(subject + 1); i++) {
            if (matrix.suiteOf(matrix.testOf(i)) == matrix.suiteOf(test)) {
                taste = taken[i] * suiteMean[i];
                left = tasteSquared / suiteTrust[i] * (1 - taken[i]);
            }
        }
        double[] x = new double[mu.length];
        addRow(x, subject, -1);
        x[test] += 1;
        return new Prediction(theta[subject] + mu[test] + taste, own[subject] + inLevels(x) + left + tauSquared, dof);
    }
}
