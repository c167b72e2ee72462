package app.yarrowmark.core.rank;

/**
 * How good subjects are, on a log scale, with what is known of the error.
 *
 * @param theta estimate for each subject, up is better; only differences mean anything
 * @param quasiVariance of each, so that the variance of a difference is near the sum of two
 * @param draws from the joint distribution of the errors of {@code theta}
 */
public record Estimate(double[] theta, double[] quasiVariance, Draws draws) {

    /** Errors as they might have come out; any number of them, each by itself, the same every time. */
    public interface Draws {

        /**
         * Draws the errors of all subjects, up to a constant.
         *
         * @param number of the draw, from 0
         * @param into filled
         */
        void draw(int number, double[] into);

        /**
         * Draws standard normal numbers, one for each subject's own noise.
         *
         * @param into filled
         */
        void own(int number, double[] into);

        /**
         * Draws what moves subjects together, and leaves their own noise to be drawn once for several of these.
         *
         * @param scale by which all errors are multiplied
         * @param shared what moves them together is added
         * @param variance of their own noise is added
         */
        void addShared(int number, double scale, double[] shared, double[] variance);
    }
}
