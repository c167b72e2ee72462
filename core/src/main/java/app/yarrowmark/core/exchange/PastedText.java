package app.yarrowmark.core.exchange;

import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.UnitCode;
import app.yarrowmark.core.written.DigitText;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Reads what a suite printed against its sheet: finds metrics by name, alias or key, takes the numbers after them (one a
 * repeat) with their units, and hands back every line that it made nothing of. It proposes; a person accepts.
 */
public final class PastedText {

    private static final int LONGEST = 200_000;
    private static final int LONGEST_LINE = 2_000;
    private static final int MOST_REPEATS = 20;
    private static final Pattern NUMBER = Pattern.compile(
            "(?<![\\p{L}\\d.,])[+\\-\u2212]?\\d+(?:[\u00a0\u2009\u202f'\u2019]\\d{3})*(?:[.,]\\d+)?(?:[eE][+-]?\\d{1,3})?(?![\\d])");
    private static final Pattern GROUPED =
            Pattern.compile("(?<![\\p{L}\\d.,])\\d{1,2}(?: \\d{3})+(?:[.,]\\d+)?(?!\\d)");
    private static final Pattern ENGLISH = Pattern.compile("(?<![\\p{L}\\d.,])\\d{1,3}(?:,\\d{3})+(?:\\.\\d+)?(?!\\d)");
    private static final Pattern UNIT = Pattern.compile("\\s?([\\p{L}%\u00b0][\\p{L}\\d%\u00b0/.\\[\\]-]{0,14})");

    private final List<Name> names;
    private final Map<String, Integer> repeats = new HashMap<>();
    private final List<Proposal> proposals = new ArrayList<>();
    private final List<Leftover> leftovers = new ArrayList<>();
    private @Nullable Metric pending;

    private PastedText(SuiteSheet sheet) {
        this.names = sheet.metrics().stream()
                .flatMap(m -> Stream.concat(Stream.of(m.name(), m.key()), m.aliases().stream())
                        .map(text -> new Name(m, plain(text).strip())))
                .filter(n -> !n.text.isBlank())
                .sorted(Comparator.comparingInt((Name n) -> -n.text.length()))
                .toList();
    }

    /**
     * A cell to fill.
     *
     * @param metric key
     * @param repeat which one, from 0
     * @param text digits as read, or converted to the metric's unit
     * @param line where it was found, from 1
     * @param doubt why a person should look twice; empty if nothing is odd
     */
    public record Proposal(String metric, int repeat, String text, int line, String doubt) {}

    /** A line that was not understood. */
    public record Leftover(int line, String text) {}

    /** What came of the text, in its order. */
    public record Result(List<Proposal> proposals, List<Leftover> leftovers) {}

    private record Name(Metric metric, String text) {}

    private record Found(Metric metric, int start, int end) {}

    /** Returns proposals and leftovers; every line that is not blank is in one or the other. */
    public static Result read(SuiteSheet sheet, String text) {
        PastedText reader = new PastedText(sheet);
        String[] lines = text.substring(0, Math.min(text.length(), LONGEST)).split("\\R");
        for (int i = 0; i < lines.length; i++) {
            if (!lines[i].isBlank()) {
                reader.line(i + 1, lines[i]);
            }
        }
        if (text.length() > LONGEST) {
            reader.leftovers.add(new Leftover(
                    lines.length + 1, "and " + (text.length() - LONGEST) + " characters more than are read at once"));
        }
        return new Result(reader.proposals, reader.leftovers);
    }

    private void line(int number, String raw) {
        String line = raw.substring(0, Math.min(raw.length(), LONGEST_LINE));
        List<Found> found = names(line);
        int before = proposals.size();
        if (found.isEmpty() && pending != null) {
            values(pending, line, number);
        }
        for (int i = 0; i < found.size(); i++) {
            int end = i + 1 < found.size() ? found.get(i + 1).start : line.length();
            int taken = values(found.get(i).metric, line.substring(found.get(i).end, end), number);
            if (taken == 0 && found.size() == 1) {
                values(found.get(i).metric, line.substring(0, found.get(i).start), number);
            }
        }
        boolean nothing = proposals.size() == before;
        pending = nothing && found.size() == 1 ? found.get(0).metric : null;
        if (nothing) {
            leftovers.add(new Leftover(number, raw.strip()));
        } else {
            // The name stood on the line before: it was understood after all.
            int last = leftovers.size() - 1;
            if (found.isEmpty() && last >= 0 && leftovers.get(last).line == number - 1) {
                leftovers.remove(last);
            }
        }
    }

    /** Names in a line, left to right; a longer one hides shorter ones inside it. */
    private List<Found> names(String line) {
        String plain = plain(line);
        boolean[] taken = new boolean[plain.length()];
        List<Found> found = new ArrayList<>();
        for (Name name : names) {
            for (int at = plain.indexOf(name.text); at >= 0; at = plain.indexOf(name.text, at + 1)) {
                int end = at + name.text.length();
                if (!taken[at] && !taken[end - 1] && isWord(plain, at, end)) {
                    Arrays.fill(taken, at, end, true);
                    found.add(new Found(name.metric, at, end));
                }
            }
        }
        found.sort(Comparator.comparingInt(Found::start));
        return found;
    }

    private static boolean isWord(String text, int start, int end) {
        return (start == 0 || !Character.isLetterOrDigit(text.charAt(start - 1)))
                && (end == text.length() || !Character.isLetterOrDigit(text.charAt(end)));
    }

    /** Takes every value that stands in a stretch of a line; returns how many. */
    private int values(Metric metric, String stretch, int line) {
        return metric.scale() == Scale.RATIO || metric.scale() == Scale.INTERVAL
                ? numbers(metric, stretch, line)
                : word(metric, stretch, line);
    }

    private int word(Metric metric, String stretch, int line) {
        String clean = stretch.replaceAll("^[\\s:=|;.,-]+|[\\s:=|;.,-]+$", "");
        try {
            ReadingText.parse(metric, clean);
            return propose(metric, clean, line, "") ? 1 : 0;
        } catch (IllegalArgumentException e) {
            return 0;
        }
    }

    private int numbers(Metric metric, String stretch, int line) {
        int count = 0;
        int at = 0;
        while (at < stretch.length() && repeats.getOrDefault(metric.key(), 0) < MOST_REPEATS) {
            Matcher plain = NUMBER.matcher(stretch);
            if (!plain.find(at)) {
                return count;
            }
            Matcher match = plain;
            String doubt = "";
            for (Pattern wider : List.of(GROUPED, ENGLISH)) {
                Matcher wide = at(wider, stretch, plain.start());
                boolean fits = wide.lookingAt();
                if (fits && wide.end() > match.end()) {
                    match = wide;
                    doubt = wider == GROUPED ? "the blanks could also part several numbers" : "";
                } else if (fits
                        && wider == ENGLISH
                        && wide.group().chars().filter(c -> c == ',').count() == 1
                        && !wide.group().contains(".")) {
                    doubt = "the comma could part thousands or decimals";
                }
            }
            Matcher unit = UNIT.matcher(stretch).region(match.end(), stretch.length());
            boolean hasUnit = unit.lookingAt();
            String digits = match.group().replaceAll("[,](?=\\d{3}(?:[,.]|$))", wideEnglish(match.group()) ? "" : ",");
            Optional<String> converted = convert(metric, digits, hasUnit ? unit.group(1) : "");
            if (converted.isPresent() && readable(metric, converted.get())) {
                String note = converted.get().equals(digits) ? doubt : "converted from " + digits + " " + unit.group(1);
                count += propose(metric, converted.get(), line, note) ? 1 : 0;
            } else if (converted.isEmpty()) {
                String note = "the text says " + unit.group(1) + ", the sheet " + metric.unit();
                count += readable(metric, digits) && propose(metric, digits, line, note) ? 1 : 0;
            }
            at = match.end();
        }
        return count;
    }

    /** Looks from one place on and no further than what stands there, seeing what is before it. */
    private static Matcher at(Pattern pattern, String text, int start) {
        return pattern.matcher(text)
                .region(start, text.length())
                .useTransparentBounds(true)
                .useAnchoringBounds(false);
    }

    private static boolean wideEnglish(String number) {
        return ENGLISH.matcher(number).matches();
    }

    private static boolean readable(Metric metric, String text) {
        try {
            ReadingText.parse(metric, text);
            return true;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    /** The digits in the metric's unit; as they are where no unit is told or it is no unit; empty if it does not fit. */
    private static Optional<String> convert(Metric metric, String digits, String unit) {
        UnitCode told;
        UnitCode wanted;
        try {
            told = UnitCode.parse(unit.replace("\u00b0C", "Cel"));
            wanted = UnitCode.parse(metric.unit());
        } catch (IllegalArgumentException noUnit) {
            return Optional.of(digits);
        }
        if (unit.isEmpty()) {
            return Optional.of(digits);
        }
        return told.in(wanted).map(factor -> {
            if (factor == 1) {
                return digits;
            }
            String plain = DigitText.plain(digits);
            return new BigDecimal(plain)
                    .multiply(
                            BigDecimal.valueOf(factor),
                            new MathContext(Math.max(3, plain.replace(".", "").length())))
                    .stripTrailingZeros()
                    .toPlainString();
        });
    }

    private boolean propose(Metric metric, String text, int line, String doubt) {
        int repeat = repeats.merge(metric.key(), 1, Integer::sum) - 1;
        if (repeat >= MOST_REPEATS) {
            return false;
        }
        proposals.add(new Proposal(metric.key(), repeat, text, line, doubt));
        return true;
    }

    /** Lower case with every blank and joint a plain blank; of the same length, so that places agree. */
    private static String plain(String text) {
        StringBuilder plain = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            plain.append(
                    Character.isLetterOrDigit(c)
                            ? String.valueOf(c).toLowerCase(Locale.ROOT).charAt(0)
                            : ' ');
        }
        return plain.toString();
    }
}
