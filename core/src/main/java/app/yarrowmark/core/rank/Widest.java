package app.yarrowmark.core.rank;

import java.util.BitSet;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;

/**
 * Of all choices of groups the one in which the most places stand, that is groups times subjects that have all of them, so
 * that a group few have does not unplace the many. Between equals, the one with more groups.
 */
public final class Widest {

    private Widest() {}

    /**
     * Returns the numbers of the groups chosen, in order.
     *
     * @param having the subjects that have each group; at most some twenty groups, as all choices are tried
     * @param isNamed whether a group is to be among them whatever it costs
     */
    public static List<Integer> of(List<BitSet> having, IntPredicate isNamed) {
        List<Integer> best = List.of();
        long most = -1;
        for (int choice = 1; choice < 1 << having.size(); choice++) {
            int bits = choice;
            List<Integer> chosen = IntStream.range(0, having.size())
                    .filter(g -> (bits >> g & 1) == 1)
                    .boxed()
                    .toList();
            boolean hasNamed = IntStream.range(0, having.size()).filter(isNamed).allMatch(chosen::contains);
            long places = (long) chosen.size()
                    * inAll(chosen.stream().map(having::get).toList()).cardinality();
            if (hasNamed && (places > most || (places == most && chosen.size() > best.size()))) {
                most = places;
                best = chosen;
            }
        }
        return best;
    }

    /** Returns the subjects that have every one of the groups; nobody for no group. */
    public static BitSet inAll(List<BitSet> having) {
        BitSet all = new BitSet();
        for (int g = 0; g < having.size(); g++) {
            if (g == 0) {
                all.or(having.get(g));
            } else {
                all.and(having.get(g));
            }
        }
        return all;
    }
}
