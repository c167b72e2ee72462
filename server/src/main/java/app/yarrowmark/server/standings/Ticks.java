package app.yarrowmark.server.standings;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;

/** Which of thousands of scores a strip draws: as many as it has places for. */
public final class Ticks {

    /** A strip is at most some 210 pixels wide; closer together they fall on each other. */
    public static final int MOST = 200;

    private Ticks() {}

    /**
     * Returns one of those that fall on the same place along logarithms, with both ends and whoever must be seen.
     *
     * @param sorted positive values, in order either way
     */
    public static <T> List<T> thinned(List<T> sorted, ToDoubleFunction<T> value, Predicate<T> seen) {
        if (sorted.size() <= MOST) {
            return sorted;
        }
        double from = Math.log(value.applyAsDouble(sorted.get(0)));
        double span = Math.log(value.applyAsDouble(sorted.get(sorted.size() - 1))) - from;
        List<T> kept = new ArrayList<>();
        long last = -1;
        for (int i = 0; i < sorted.size(); i++) {
            T own = sorted.get(i);
            long place = span == 0 ? 0 : Math.round((Math.log(value.applyAsDouble(own)) - from) / span * (MOST - 1));
            if (place != last || i == sorted.size() - 1 || seen.test(own)) {
                kept.add(own);
            }
            last = place;
        }
        return kept;
    }
}
