package app.yarrowmark.core.compare;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * What holds of many tests looked at together. Of forty tests of two equal devices two are called ahead or behind by chance; in
 * a count of leads only those stand that hold for all tests shown, after Benjamini and Hochberg (1995), "Controlling the false
 * discovery rate", with directions after Benjamini and Yekutieli (2005), "False discovery rate-adjusted multiple confidence intervals".
 */
public final class ManyTests {

    private static final double RATE = .05;

    private ManyTests() {}

    /** Returns what each comes to in a count of all of them; empty where its noise is unknown, which is no test among them. */
    public static List<Optional<Verdict>> verdicts(List<Advantage> shown) {
        int[] known = IntStream.range(0, shown.size())
                .filter(i -> shown.get(i).noiseKnown())
                .toArray();
        double[] lead = adjusted(
                IntStream.of(known).mapToDouble(i -> shown.get(i).chance()).toArray());
        double[] even = adjusted(IntStream.of(known)
                .mapToDouble(i -> shown.get(i).chanceOfEven())
                .toArray());
        List<Optional<Verdict>> verdicts = new ArrayList<>();
        shown.forEach(none -> verdicts.add(Optional.empty()));
        for (int k = 0; k < known.length; k++) {
            verdicts.set(known[k], Optional.of(verdict(shown.get(known[k]), lead[k], even[k])));
        }
        return verdicts;
    }

    private static Verdict verdict(Advantage one, double lead, double even) {
        if (lead <= RATE && one.matters()) {
            return one.log() > 0 ? Verdict.AHEAD : Verdict.BEHIND;
        }
        return even <= RATE ? Verdict.EVEN : Verdict.UNDECIDED;
    }

    /** Returns chances as they stand among each other: the least of p·N/rank over it and all larger ones. */
    static double[] adjusted(double[] p) {
        Integer[] falling = IntStream.range(0, p.length)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> -p[i]))
                .toArray(Integer[]::new);
        double[] adjusted = new double[p.length];
        double least = 1;
        for (int k = 0; k < p.length; k++) {
            least = Math.min(least, p[falling[k]] * p.length / (p.length - k));
            adjusted[falling[k]] = least;
        }
        return adjusted;
    }
}
