package app.yarrowmark.core.exchange;

import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.UnitCode;
import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.core.written.UnitWords;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The numbers of a metric in a stretch of a printed line, each with what is doubtful about it. */
final class PastedNumbers {

    private static final int MOST = 20;
    private static final Pattern CLOCK =
            Pattern.compile("(?<![\\p{L}\\d.,:])\\d{1,4}:[0-5]\\d(?::[0-5]\\d)?(?:[.,]\\d{1,6})?(?![\\d:])");
    private static final Pattern NUMBER = Pattern.compile(
            "(?<![\\p{L}\\d.,:])[+\\-\u2212]?\\d+(?:[\u00a0\u2009\u202f'\u2019]\\d{3})*(?:[.,]\\d+)?(?:[eE][+-]?\\d{1,3})?(?![\\d:])");
    private static final Pattern GROUPED =
            Pattern.compile("(?<![\\p{L}\\d.,])\\d{1,2}(?: \\d{3})+(?:[.,]\\d+)?(?!\\d)");
    private static final Pattern ENGLISH = Pattern.compile("(?<![\\p{L}\\d.,])\\d{1,3}(?:,\\d{3})+(?:\\.\\d+)?(?!\\d)");
    private static final Pattern UNIT = Pattern.compile("\\s?([\\p{L}%\u00b0][\\p{L}\\d%\u00b0/.\\[\\]-]{0,14})");
    private static final Pattern CELL = Pattern.compile("[\\t;|]");
    /** Repeats of one test lie no further apart than this. */
    private static final double ALIKE = 1.5;

    private PastedNumbers() {}

    /** A number: digits as read or converted, and why a person should look twice (empty if nothing is odd). */
    record Found(String text, String doubt) {}

    private record Candidate(String text, String doubt, int start, int end, boolean bare, boolean fits) {}

    /**
     * Returns the numbers of the metric that stand there. Where a line says of one test what several units measure, only
     * what fits its unit is taken; a second number is a repeat without doubt only if the line is parted into cells, or
     * three numbers and more are alike.
     */
    static List<Found> in(String stretch, Metric metric) {
        List<Candidate> all = candidates(stretch, metric);
        List<Candidate> fitting = all.stream().anyMatch(Candidate::fits)
                ? all.stream().filter(Candidate::fits).toList()
                : all.stream().limit(1).toList();
        boolean repeats = areRepeats(stretch, fitting);
        List<Found> found = new ArrayList<>();
        for (Candidate c : fitting) {
            boolean doubtful = !found.isEmpty() && !repeats && c.doubt.isEmpty();
            found.add(new Found(c.text, doubtful ? "a further number on this line: is it another repeat?" : c.doubt));
        }
        return found;
    }

    private static boolean areRepeats(String stretch, List<Candidate> numbers) {
        if (numbers.size() < 2) {
            return true;
        }
        boolean cells = true;
        for (int i = 1; i < numbers.size(); i++) {
            cells &= CELL.matcher(stretch.substring(numbers.get(i - 1).end, numbers.get(i).start))
                    .find();
        }
        double[] values = numbers.stream()
                .mapToDouble(c -> value(c.text))
                .filter(v -> v > 0)
                .sorted()
                .toArray();
        boolean alike = values.length == numbers.size() && values[values.length - 1] <= ALIKE * values[0];
        return cells || numbers.size() > 2 && alike && numbers.stream().allMatch(Candidate::bare);
    }

    private static double value(String text) {
        try {
            return DigitText.parse(text).value();
        } catch (IllegalArgumentException clock) {
            return Double.NaN;
        }
    }

    private static List<Candidate> candidates(String stretch, Metric metric) {
        List<Candidate> found = new ArrayList<>();
        int at = 0;
        while (at < stretch.length() && found.size() < MOST) {
            Matcher clock = CLOCK.matcher(stretch);
            Matcher plain = NUMBER.matcher(stretch);
            boolean hasClock = clock.find(at);
            boolean hasPlain = plain.find(at);
            if (hasClock && (!hasPlain || clock.start() <= plain.start())) {
                if (metric.isTime() && readable(metric, clock.group())) {
                    found.add(new Candidate(clock.group(), "", clock.start(), clock.end(), true, true));
                }
                at = clock.end();
            } else if (hasPlain) {
                at = number(stretch, plain, metric, found);
            } else {
                return found;
            }
        }
        return found;
    }

    /** Adds the number that begins there, if it can be one of the metric; returns where it ends. */
    private static int number(String stretch, Matcher plain, Metric metric, List<Candidate> into) {
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
        String told = unit.lookingAt() ? unit.group(1) : "";
        boolean english = ENGLISH.matcher(match.group()).matches();
        String digits = match.group().replaceAll("[,](?=\\d{3}(?:[,.]|$))", english ? "" : ",");
        Optional<String> converted = convert(metric, digits, told);
        if (converted.isPresent() && readable(metric, converted.get())) {
            // A unit behind it makes one number of what blanks part.
            String open = told.isEmpty() || !doubt.startsWith("the blanks") ? doubt : "";
            String note = converted.get().equals(digits) ? open : "converted from " + digits + " " + told;
            into.add(new Candidate(converted.get(), note, match.start(), match.end(), told.isEmpty(), true));
        } else if (converted.isEmpty() && readable(metric, digits)) {
            String note = "the text says " + told + ", the sheet " + metric.unit();
            into.add(new Candidate(digits, note, match.start(), match.end(), false, false));
        }
        return match.end();
    }

    /** Looks from one place on and no further than what stands there, seeing what is before it. */
    private static Matcher at(Pattern pattern, String text, int start) {
        return pattern.matcher(text)
                .region(start, text.length())
                .useTransparentBounds(true)
                .useAnchoringBounds(false);
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
        Optional<String> code = unit.isEmpty() ? Optional.empty() : UnitWords.code(unit);
        if (code.isEmpty()) {
            return Optional.of(digits);
        }
        UnitCode wanted;
        UnitCode told;
        try {
            told = UnitCode.parse(code.get());
            wanted = UnitCode.parse(metric.unit());
        } catch (IllegalArgumentException noUnit) {
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
}
