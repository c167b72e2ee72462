package app.yarrowmark.server.standings;

import java.util.Arrays;
import java.util.Locale;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Which rows of an order are shown: the first ones, those around one subject, or those that some words find.
 *
 * @param around key of a subject that is to be seen wherever it stands; none if absent
 * @param rows how many of the first, or of those found; 250 if absent
 * @param find words that a name has, in any order and case; all rows if absent
 */
record ShownRows(
        @Nullable String around,
        @Nullable Integer rows,
        @Nullable String find) {

    static final int USUAL = 250;
    private static final int AROUND = 12;

    /** Returns the key to be seen; empty for none. */
    String key() {
        return around == null ? "" : around;
    }

    /**
     * Returns the numbers of the rows that are shown, from 0.
     *
     * @param all how many there are
     * @param at the one to be seen; -1 for none
     * @param name of a row
     */
    IntStream of(int all, int at, IntFunction<String> name) {
        int most = rows == null ? USUAL : rows;
        if (find == null || find.isBlank()) {
            return IntStream.range(0, all).filter(i -> i < most || (at >= 0 && Math.abs(i - at) <= AROUND));
        }
        String[] words = find.strip().toLowerCase(Locale.ROOT).split("\\s+");
        return IntStream.range(0, all)
                .filter(i -> {
                    String text = name.apply(i).toLowerCase(Locale.ROOT);
                    return Arrays.stream(words).allMatch(text::contains);
                })
                .limit(most);
    }
}
