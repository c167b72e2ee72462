package app.yarrowmark.core.claim;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A known number as a text puts it.
 *
 * @param as how it is put
 * @param text what stands in the text
 * @param words what it is, with its base and interval
 * @param value that the text says: a share of 1 for per cents
 * @param low of the interval of the value; null without one
 * @param high of the interval of the value; null without one
 */
public record Quote(
        As as,
        String text,
        String words,
        double value,
        @Nullable Double low,
        @Nullable Double high) {

    private static final List<String> ORDINALS = List.of(
            "first",
            "second",
            "third",
            "fourth",
            "fifth",
            "sixth",
            "seventh",
            "eighth",
            "ninth",
            "tenth",
            "eleventh",
            "twelfth");

    /** How a number is put. */
    public enum As {
        /** The number itself, with its unit. */
        VALUE,
        /** By how many per cent of the base it is better or worse. */
        GAIN,
        /** By how many per cent of the base's amount it is less or more, where less is better. */
        AMOUNT,
        /** How many times the base, where more is better. */
        TIMES,
        /** How much less or more than the base, in its unit. */
        DIFFERENCE
    }

    /**
     * A wish to quote a number.
     *
     * @param of what it is a number of
     * @param subject whose it is
     * @param base whom it is held against; empty for the number itself
     * @param as how it is put
     * @param digits after the point; null for as many as are usual
     */
    public record Wish(
            String of,
            String subject,
            String base,
            As as,
            @Nullable Integer digits) {}

    /**
     * Returns all ways to put a number.
     *
     * @param known numbers among which it and its base are
     * @param base whom it is held against; empty for the number itself
     * @return none if it is not there, or cannot be held against the base
     */
    public static List<Quote> ways(
            List<Known> known, String of, String subject, String base, @Nullable Integer digits) {
        List<Quote> ways = new ArrayList<>();
        for (As as : As.values()) {
            of(known, new Wish(of, subject, base, as, digits)).ifPresent(ways::add);
        }
        return ways;
    }

    /** Returns a number as it is wished; empty if it is not among those that are known, or cannot be put so. */
    public static Optional<Quote> of(List<Known> known, Wish wish) {
        Known own = find(known, wish.of(), wish.subject(), "");
        if (wish.base().isEmpty()) {
            return wish.as() == As.VALUE && own != null ? Optional.of(value(own)) : Optional.empty();
        }
        Known base = find(known, wish.of(), wish.base(), "");
        Known ratio = find(known, wish.of(), wish.subject(), wish.base());
        if (wish.as() == As.DIFFERENCE) {
            return own != null && base != null && isPair(own, base) && own.value() != base.value()
                    ? Optional.of(difference(own, base))
                    : Optional.empty();
        }
        boolean less = own != null && own.lessIsBetter();
        Times times = ratio != null
                ? new Times(ratio.value(), ratio.low(), ratio.high(), ratio.confidence())
                : times(own, base);
        if (times == null || wish.as() == As.VALUE || (wish.as() == As.AMOUNT && !less)) {
            return Optional.empty();
        }
        return Optional.of(
                wish.as() == As.TIMES
                        ? times(times, wish)
                        : share(wish.as() == As.AMOUNT ? times.turned() : times, own, wish));
    }

    private static boolean isPair(Known own, Known base) {
        return own.value() > 0 && base.value() > 0 && !own.isPlace();
    }

    private static @Nullable Times times(@Nullable Known own, @Nullable Known base) {
        return own == null || base == null || !isPair(own, base)
                ? null
                : new Times(
                        own.lessIsBetter() ? base.value() / own.value() : own.value() / base.value(), null, null, null);
    }

    private static @Nullable Known find(List<Known> known, String of, String subject, String base) {
        return known.stream()
                .filter(k -> k.of().equals(of)
                        && k.subject().equals(subject)
                        && k.base().equals(base))
                .findFirst()
                .orElse(null);
    }

    /** @param value how many times as good */
    private record Times(
            double value,
            @Nullable Double low,
            @Nullable Double high,
            @Nullable Double confidence) {

        /** Amounts instead of what is better. */
        Times turned() {
            return new Times(1 / value, high == null ? null : 1 / high, low == null ? null : 1 / low, confidence);
        }
    }

    private static Quote value(Known k) {
        String text = k.isPlace()
                ? ordinal((int) k.value()) + " of " + k.outOf()
                : k.unit().isEmpty() || k.text().contains(":") ? k.text() : k.text() + "\u00a0" + k.unit();
        return new Quote(
                As.VALUE,
                text,
                k.of() + ": " + k.subject() + interval(k.low(), k.high(), 1, k.unit(), k.confidence()),
                k.value(),
                k.low(),
                k.high());
    }

    private static Quote times(Times t, Wish wish) {
        int digits = wish.digits() == null ? 2 : wish.digits();
        return new Quote(
                As.TIMES,
                fixed(t.value, digits) + "\u00a0times",
                against(wish) + interval(t.low, t.high, 1, "times", t.confidence) + sure(t.low, t.high, 1),
                t.value,
                t.low,
                t.high);
    }

    private static Quote share(Times t, @Nullable Known own, Wish wish) {
        double share = Math.abs(t.value - 1);
        boolean more = t.value >= 1;
        int digits = wish.digits() == null ? (share < 0.0995 ? 1 : 0) : wish.digits();
        Double low = t.low == null || t.high == null ? null : (Double) (more ? t.low - 1 : 1 - t.high);
        Double high = t.low == null || t.high == null ? null : (Double) (more ? t.high - 1 : 1 - t.low);
        String kind = kind(more, own, wish.as());
        return new Quote(
                wish.as(),
                fixed(share * 100, digits) + "\u00a0%",
                kind + " than " + wish.base() + ": " + wish.of() + ", " + wish.subject()
                        + interval(low, high, 100, "%", t.confidence) + sure(low, high, 0),
                share,
                low,
                high);
    }

    /** A time has its own words where it is turned into how fast something is. */
    private static String kind(boolean more, @Nullable Known own, As as) {
        if (own == null || !own.lessIsBetter() || as == As.AMOUNT) {
            return more ? "more" : "less";
        }
        if (own.seconds().isPresent()) {
            return more ? "faster" : "slower";
        }
        return more ? "better" : "worse";
    }

    private static Quote difference(Known own, Known base) {
        double by = Math.abs(own.value() - base.value());
        String kind = own.value() > base.value() ? "more" : "less";
        Optional<Double> seconds = own.seconds();
        int digits = Math.max(digitsOf(own.text()), digitsOf(base.text()));
        boolean clock = seconds.isPresent() && by * seconds.get() >= 60;
        String text = clock
                ? clock(Math.round(by * seconds.get()))
                : fixed(by, digits)
                        + (own.unit().isEmpty() ? "" : "\u00a0" + (own.text().contains(":") ? "s" : own.unit()));
        return new Quote(
                As.DIFFERENCE,
                text,
                kind + " than " + base.subject() + ": " + own.of() + ", " + own.subject(),
                seconds.map(s -> by * s).orElse(by),
                null,
                null);
    }

    private static String against(Wish wish) {
        return wish.of() + ": " + wish.subject() + " against " + wish.base();
    }

    private static String interval(
            @Nullable Double low, @Nullable Double high, int times, String unit, @Nullable Double confidence) {
        if (low == null || high == null) {
            return "";
        }
        double level = Math.round(1000 * (confidence == null ? Known.USUAL : confidence)) / 10.0;
        return "; " + (level == Math.rint(level) ? String.valueOf((long) level) : String.valueOf(level))
                + "\u00a0% interval " + significant(low * times) + " to " + significant(high * times)
                + (unit.isEmpty() ? "" : "\u00a0" + unit);
    }

    /** Says where it is open which of two is the better. */
    private static String sure(@Nullable Double low, @Nullable Double high, double equal) {
        if (low == null || high == null) {
            return "; no interval is known";
        }
        return low < equal && high > equal ? ", so that it is undecided which is ahead" : "";
    }

    /** Returns a place in words, or with its ending. */
    static String ordinal(int place) {
        if (place >= 1 && place <= ORDINALS.size()) {
            return ORDINALS.get(place - 1);
        }
        int tens = place % 100;
        String ending = tens >= 11 && tens <= 13
                ? "th"
                : switch (place % 10) {
                    case 1 -> "st";
                    case 2 -> "nd";
                    case 3 -> "rd";
                    default -> "th";
                };
        return place + ending;
    }

    private static String clock(long seconds) {
        return seconds >= 3600
                ? String.format(Locale.ROOT, "%d:%02d:%02d", seconds / 3600, seconds / 60 % 60, seconds % 60)
                : String.format(Locale.ROOT, "%d:%02d", seconds / 60, seconds % 60);
    }

    private static int digitsOf(String text) {
        int point = text.indexOf('.');
        return point < 0 ? 0 : text.length() - point - 1;
    }

    private static String fixed(double value, int digits) {
        if (!Double.isFinite(value)) {
            return "\u221e";
        }
        return new BigDecimal(value).setScale(digits, RoundingMode.HALF_UP).toPlainString();
    }

    private static String significant(double value) {
        double size = Math.abs(value);
        return fixed(value, size >= 1000 ? 0 : size >= 100 ? 1 : size >= 1 ? 2 : 3)
                .replaceFirst("(\\.\\d*?)0+$", "$1")
                .replaceFirst("\\.$", "")
                .replace('-', '\u2212');
    }
}
