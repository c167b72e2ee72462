package app.yarrowmark.core.exchange;

import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Reads what a suite printed against its sheet: finds metrics by name, alias or key, or by a label under a heading, takes
 * the numbers after them with their units, and hands back every line that it made nothing of. It proposes; a person
 * accepts.
 */
public final class PastedText {

    private static final int LONGEST = 200_000;
    private static final int LONGEST_LINE = 2_000;
    private static final int LONGEST_LABEL = 60;
    private static final int MOST_REPEATS = 20;
    private static final Pattern WORD = Pattern.compile("[\\p{L}\\d]+");
    private static final Pattern VALUE = Pattern.compile("(?<![\\p{L}\\d])[+\\-\u2212]?\\d");
    private static final Set<String> SMALL_WORDS = Set.of("of", "the", "and", "a", "an", "in", "per", "with", "test");

    private final List<Name> names;
    private final SuiteSheet sheet;
    private final Map<String, String> labels;
    private final Map<String, Integer> repeats = new HashMap<>();
    private final List<Proposal> proposals = new ArrayList<>();
    private final List<Leftover> leftovers = new ArrayList<>();
    private final List<Heading> headings = new ArrayList<>();
    private @Nullable Metric pending;

    private PastedText(SuiteSheet sheet, Map<String, String> labels) {
        this.sheet = sheet;
        this.labels = labels;
        this.names = sheet.metrics().stream()
                .flatMap(m -> Stream.concat(Stream.of(m.name(), m.key()), m.aliases().stream())
                        .map(text -> new Name(m, plain(text).strip(), words(text))))
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

    /**
     * A line that was not understood.
     *
     * @param label by which a person can say which metric it is; empty if no number stands on it
     */
    public record Leftover(int line, String text, String label) {}

    /** What came of the text, in its order. */
    public record Result(List<Proposal> proposals, List<Leftover> leftovers) {}

    private record Name(Metric metric, String text, Set<String> words) {}

    private record Found(Metric metric, int start, int end) {}

    private record Heading(int line, int indent, String text, Set<String> words) {}

    /** Returns proposals and leftovers; every line that is not blank is in one or the other, or a heading that was used. */
    public static Result read(SuiteSheet sheet, String text) {
        return read(sheet, text, Map.of());
    }

    /**
     * Reads a text with labels that were told before.
     *
     * @param labels keys of metrics by the label of a leftover
     */
    public static Result read(SuiteSheet sheet, String text, Map<String, String> labels) {
        PastedText reader = new PastedText(sheet, labels);
        String[] lines = text.substring(0, Math.min(text.length(), LONGEST)).split("\\R");
        for (int i = 0; i < lines.length; i++) {
            if (!lines[i].isBlank()) {
                reader.line(i + 1, lines[i]);
            }
        }
        if (text.length() > LONGEST) {
            reader.leftovers.add(new Leftover(
                    lines.length + 1,
                    "and " + (text.length() - LONGEST) + " characters more than are read at once",
                    ""));
        }
        return new Result(reader.proposals, reader.leftovers);
    }

    private void line(int number, String raw) {
        String line = raw.substring(0, Math.min(raw.length(), LONGEST_LINE));
        if (!WORD.matcher(line).find()) {
            leftovers.add(new Leftover(number, raw.strip(), ""));
            return;
        }
        List<Found> found = names(line);
        int before = proposals.size();
        Optional<Metric> labelled = labelled(line, found);
        if (labelled.isPresent()) {
            values(labelled.get(), line.substring(labelEnd(line)), number);
        } else if (found.isEmpty() && pending != null) {
            values(pending, line, number);
        } else {
            named(found, line, number);
        }
        if (proposals.size() > before) {
            understood(found.isEmpty() && labelled.isEmpty(), number);
        } else {
            left(number, raw, found);
        }
    }

    private void named(List<Found> found, String line, int number) {
        for (int i = 0; i < found.size(); i++) {
            int end = i + 1 < found.size() ? found.get(i + 1).start : line.length();
            int taken = values(found.get(i).metric, line.substring(found.get(i).end, end), number);
            if (taken == 0 && found.size() == 1) {
                values(found.get(i).metric, line.substring(0, found.get(i).start), number);
            }
        }
    }

    private void understood(boolean byTheLineBefore, int number) {
        pending = null;
        int last = leftovers.size() - 1;
        if (byTheLineBefore && last >= 0 && leftovers.get(last).line == number - 1) {
            leftovers.remove(last);
        }
    }

    /** A line without a value is a heading of those below it. */
    private void left(int number, String raw, List<Found> found) {
        boolean value = VALUE.matcher(raw).find();
        pending = found.size() == 1 ? found.get(0).metric : null;
        leftovers.add(new Leftover(number, raw.strip(), value ? label(raw) : ""));
        if (raw.strip().length() <= LONGEST_LABEL && (!value || raw.strip().matches("[\\[=#*-].*"))) {
            int indent = raw.length() - raw.stripLeading().length();
            headings.removeIf(h -> h.indent >= indent);
            headings.add(new Heading(number, indent, plain(raw).strip().replaceAll(" +", " "), words(raw)));
        }
    }

    /**
     * The metric that a label under its headings names: as a person said, else the one whose words all stand in them, some
     * of them in the headings.
     */
    private Optional<Metric> labelled(String line, List<Found> found) {
        Optional<Metric> told = Optional.ofNullable(labels.get(label(line))).flatMap(sheet::metric);
        if (told.isPresent()) {
            return told;
        }
        Set<String> own = words(line.substring(0, labelEnd(line)));
        Set<String> above = headings.stream().flatMap(h -> h.words.stream()).collect(Collectors.toSet());
        if (own.isEmpty() || above.isEmpty() || found.size() > 1) {
            return Optional.empty();
        }
        List<Name> fitting = names.stream()
                .filter(n -> n.words.stream().allMatch(w -> own.contains(w) || above.contains(w)))
                .filter(n -> n.words.stream().anyMatch(own::contains)
                        && n.words.stream().anyMatch(w -> !own.contains(w)))
                .toList();
        int most = fitting.stream().mapToInt(n -> n.words.size()).max().orElse(0);
        Set<Metric> best = fitting.stream()
                .filter(n -> n.words.size() == most)
                .map(Name::metric)
                .collect(Collectors.toSet());
        boolean more = found.isEmpty()
                || most
                        > words(line.substring(found.get(0).start, found.get(0).end))
                                .size();
        if (best.size() != 1 || !more) {
            return Optional.empty();
        }
        Set<Integer> used = headings.stream().map(Heading::line).collect(Collectors.toSet());
        leftovers.removeIf(l -> used.contains(l.line));
        return best.stream().findFirst();
    }

    /** The words before the first number of a line, under the heading next above it. */
    private String label(String line) {
        String own = plain(line.substring(0, labelEnd(line))).strip().replaceAll(" +", " ");
        String above = headings.isEmpty() ? "" : headings.get(headings.size() - 1).text + " > ";
        String label = above + own;
        return label.substring(0, Math.min(label.length(), 3 * LONGEST_LABEL));
    }

    private static int labelEnd(String line) {
        var value = VALUE.matcher(line);
        while (value.find()) {
            if (WORD.matcher(line.substring(0, value.start())).find()) {
                return value.start();
            }
        }
        return line.length();
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
        if (!metric.scale().isNumber()) {
            return word(metric, stretch, line);
        }
        int count = 0;
        for (PastedNumbers.Found number : PastedNumbers.in(stretch, metric)) {
            count += propose(metric, number.text(), line, number.doubt()) ? 1 : 0;
        }
        return count;
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

    private boolean propose(Metric metric, String text, int line, String doubt) {
        int repeat = repeats.merge(metric.key(), 1, Integer::sum) - 1;
        if (repeat >= MOST_REPEATS) {
            return false;
        }
        proposals.add(new Proposal(metric.key(), repeat, text, line, doubt));
        return true;
    }

    private static Set<String> words(String text) {
        Set<String> words = new HashSet<>(List.of(plain(text).strip().split(" +")));
        words.removeAll(SMALL_WORDS);
        words.remove("");
        return words;
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
