package app.yarrowmark.core.score;

import java.util.Collection;

/**
 * A variance learned from contrasts, drawn towards what was thought before: the moderated variance of Smyth (2004), "Linear
 * models and empirical Bayes methods", for contrasts with noise of their own, each capped after Huber's Proposal 2.
 *
 * @param variance ω², on the log scale
 * @param dof what it rests on
 */
public record LearnedVariance(double variance, double dof) {

    private static final double CAP = 1.345;
    /** Mean of min(z², k²) for a standard normal z: E in Huber's Proposal 2. */
    static final double CAP_MEAN = 0.710165;

    private static final double LEAST = 1e-10;
    private static final double MOST = .25;
    private static final int HALVINGS = 60;

    /**
     * Returns the root of d(ω²₀/ω² − 1) + Σρ(min(c²/(ω²+v), k²)/E − 1) = 0, with ρ = ω²/(ω²+v); its degrees of freedom are
     * d + Σρ².
     *
     * @param before what was thought before, ω²₀
     * @param weight how many contrasts' worth that counts for, d
     */
    public static LearnedVariance of(double before, double weight, Collection<Contrast> contrasts) {
        if (contrasts.isEmpty()) {
            return new LearnedVariance(before, weight);
        }
        double low = Math.log(LEAST);
        double high = Math.log(MOST);
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (low + high) / 2;
            if (excess(Math.exp(middle), before, weight, contrasts) > 0) {
                low = middle;
            } else {
                high = middle;
            }
        }
        double variance = Math.exp((low + high) / 2);
        double dof = weight;
        for (Contrast c : contrasts) {
            double share = variance / (variance + c.variance());
            dof += share * share;
        }
        return new LearnedVariance(variance, dof);
    }

    private static double excess(double variance, double before, double weight, Collection<Contrast> contrasts) {
        double sum = weight * (before / variance - 1);
        for (Contrast c : contrasts) {
            double all = variance + c.variance();
            double square = Math.min(c.change() * c.change() / all, CAP * CAP);
            sum += variance / all * (square / CAP_MEAN - 1);
        }
        return sum;
    }
}
