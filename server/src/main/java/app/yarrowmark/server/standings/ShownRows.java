package app.yarrowmark.server.standings;

import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.problems.RuleViolations;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.function.BiFunction;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Which rows of an order are shown: the first ones, those around one subject, or those that some words find.
 *
 * @param around key of a subject that is to be seen wherever it stands; none if absent
 * @param rows how many of the first, or of those found; 250 if absent
 * @param find words that a name has, in any order and case; all rows if absent
 * @param sort what the rows stand in order of: {@code name}, or a group of tests such as {@code GRAPHICS}, its best first; by
 *     place if absent
 */
record ShownRows(
        @Nullable String around,
        @Nullable Integer rows,
        @Nullable String find,
        @Nullable String sort) {

    static final int USUAL = 250;
    private static final int AROUND = 12;
    private static final String NAME = "name";

    /** Returns the key to be seen; empty for none. */
    String key() {
        return around == null ? "" : around;
    }

    /**
     * Returns the numbers of the rows that are shown, from 0, as they stand below each other.
     *
     * @param all how many there are
     * @param at the one to be seen; -1 for none
     * @param name of a row
     * @param best how well a row does in a group; empty if it has no place there
     * @throws RuleViolations if nothing is called as they are to be sorted by
     */
    IntStream of(int all, int at, IntFunction<String> name, BiFunction<TestGroup, Integer, OptionalDouble> best) {
        int most = rows == null ? USUAL : rows;
        int[] order = order(all, name, best);
        if (find == null || find.isBlank()) {
            int seen = at < 0
                    ? -1
                    : IntStream.range(0, all)
                            .filter(i -> order[i] == at)
                            .findFirst()
                            .orElse(-1);
            return IntStream.range(0, all)
                    .filter(i -> i < most || (seen >= 0 && Math.abs(i - seen) <= AROUND))
                    .map(i -> order[i]);
        }
        String[] words = find.strip().toLowerCase(Locale.ROOT).split("\\s+");
        return Arrays.stream(order)
                .filter(i -> {
                    String text = name.apply(i).toLowerCase(Locale.ROOT);
                    return Arrays.stream(words).allMatch(text::contains);
                })
                .limit(most);
    }

    /** Rows that are equal in what they are sorted by stay in the order of their places. */
    private int[] order(int all, IntFunction<String> name, BiFunction<TestGroup, Integer, OptionalDouble> best) {
        if (sort == null || sort.isBlank()) {
            return IntStream.range(0, all).toArray();
        }
        Comparator<Integer> by;
        if (sort.equalsIgnoreCase(NAME)) {
            by = Comparator.comparing(name::apply, String.CASE_INSENSITIVE_ORDER);
        } else {
            TestGroup group = group();
            double[] bests = IntStream.range(0, all)
                    .mapToDouble(i -> best.apply(group, i).orElse(Double.NEGATIVE_INFINITY))
                    .toArray();
            by = Comparator.comparingDouble(i -> -bests[i]);
        }
        return IntStream.range(0, all)
                .boxed()
                .sorted(by)
                .mapToInt(Integer::intValue)
                .toArray();
    }

    private TestGroup group() {
        return Arrays.stream(TestGroup.values())
                .filter(g -> g.name().equalsIgnoreCase(sort))
                .findFirst()
                .orElseThrow(
                        () -> new RuleViolations("sort", "is name or a group such as GRAPHICS, got \"" + sort + "\""));
    }
}
