package app.yarrowmark.core.plan;

import app.yarrowmark.core.rank.Lines;

/**
 * Places that one subject may have.
 *
 * @param best place, behind all who are told apart from it above
 * @param worst place, before all who are told apart from it below
 * @param of how many have a place
 */
public record PlaceRange(int best, int worst, int of) {

    /** Returns the places that comparison lines leave to a subject. */
    public static PlaceRange of(Lines lines, int subject) {
        return new PlaceRange(lines.best(subject), lines.worst(subject), lines.theta().length);
    }

    /**
     * Returns the places once errors have shrunk, were the estimates to stay. Two are told apart if they differ by more than their
     * reach, which shrinks as the error of their difference does.
     *
     * @param lead of the subject to each other, on the log scale
     * @param reach of each pair now
     * @param share error of each difference then, in that of now; NaN where none is known
     */
    public PlaceRange narrowed(double[] lead, double[] reach, double[] share) {
        int above = 0;
        int below = 0;
        for (int s = 0; s < lead.length; s++) {
            double apart = Math.abs(lead[s]);
            if (apart <= reach[s] && apart > reach[s] * share[s]) {
                above += lead[s] < 0 ? 1 : 0;
                below += lead[s] > 0 ? 1 : 0;
            }
        }
        return new PlaceRange(best + above, worst - below, of);
    }
}
