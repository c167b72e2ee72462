package app.yarrowmark.core.claim;

import app.yarrowmark.core.claim.Claim.Bound;
import app.yarrowmark.core.claim.Claim.Kind;
import app.yarrowmark.core.claim.Claim.Way;
import app.yarrowmark.core.written.UnitWords;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Finds the numbers that an English text says: shares, times, parts, durations, ranks, amounts and counts, with what bounds
 * them and which way they go. Years, days, versions, and whatever stands in a name that is given are no claims.
 */
public final class ClaimReader {

    private static final String NUMBER = "\\d{1,3}(?:[\u2009\u202f\u00a0 ,]\\d{3})+(?:\\.\\d+)?|\\d+(?:\\.\\d+)?";
    private static final String SIGNED = "[+\u2212-]?(?:" + NUMBER + ")";
    private static final String BLANK = "[\\s\u2009\u202f\u00a0]";

    private static final Map<String, Integer> WORDS = Map.ofEntries(
            Map.entry("a", 1),
            Map.entry("an", 1),
            Map.entry("one", 1),
            Map.entry("two", 2),
            Map.entry("three", 3),
            Map.entry("four", 4),
            Map.entry("five", 5),
            Map.entry("six", 6),
            Map.entry("seven", 7),
            Map.entry("eight", 8),
            Map.entry("nine", 9),
            Map.entry("ten", 10),
            Map.entry("eleven", 11),
            Map.entry("twelve", 12),
            Map.entry("fifteen", 15),
            Map.entry("twenty", 20),
            Map.entry("thirty", 30),
            Map.entry("forty", 40),
            Map.entry("fifty", 50),
            Map.entry("sixty", 60),
            Map.entry("ninety", 90),
            Map.entry("hundred", 100));

    private static final Map<String, Integer> PARTS = Map.of(
            "half",
            2,
            "third",
            3,
            "quarter",
            4,
            "fifth",
            5,
            "sixth",
            6,
            "seventh",
            7,
            "eighth",
            8,
            "tenth",
            10,
            "hundredth",
            100);

    private static final Map<String, Integer> PLACES = Map.ofEntries(
            Map.entry("first", 1),
            Map.entry("second", 2),
            Map.entry("third", 3),
            Map.entry("fourth", 4),
            Map.entry("fifth", 5),
            Map.entry("sixth", 6),
            Map.entry("seventh", 7),
            Map.entry("eighth", 8),
            Map.entry("ninth", 9),
            Map.entry("tenth", 10),
            Map.entry("eleventh", 11),
            Map.entry("twelfth", 12),
            Map.entry("last", -1));

    private static final Map<String, Double> MANIFOLD = Map.of(
            "twice", 2.0, "doubles", 2.0, "doubled", 2.0, "double", 2.0, "thrice", 3.0, "triples", 3.0, "tripled", 3.0,
            "triple", 3.0, "halves", 0.5, "halved", 0.5);

    /** Months, so that days are none. */
    private static final String MONTH = "(?:Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec)[a-z]*";

    private static final Pattern NO_CLAIM = Pattern.compile("https?://\\S+"
            + "|\\b\\d{4}-\\d{2}-\\d{2}\\b"
            + "|\\b\\d{1,2}\\.?" + BLANK + MONTH + "\\b(?:" + BLANK + "\\d{4})?"
            + "|\\b" + MONTH + BLANK + "\\d{1,2}\\b(?:," + BLANK + "\\d{4})?"
            + "|(?<![\\d.,:])(?:19|20)\\d{2}(?![\\d%:]|[.,]\\d|" + BLANK + "?(?:%|points|MB|GB|frames|runs))\\b"
            + "|\\b(?i:figure|table|version|state|revision|chapter|page|part)s?" + BLANK + "\\d+(?:\\.\\d+)*"
            + "|\\b\\d+(?:\\.\\d+){2,}\\b"
            + "|\\b[A-Za-z]+[-]?\\d+[A-Za-z\\d-]*\\b"
            + "|\\b\\d+(?:\\.\\d+)?" + BLANK + "?(?:[GT]i?B(?!/)|lines|pixels|inch|inches)\\b"
            + "|\\b\\d+-(?:bit|core|inch|thread|way|year-old|series)\\b");

    private static final Pattern CLOCK = Pattern.compile("(?<![\\d:.])(\\d{1,3}):(\\d{2})(?::(\\d{2}))?(?![\\d:])");

    private static final String TIME_UNIT = "(?:h|hours?|min|minutes?|s|secs?|seconds?|ms|milliseconds?)";

    private static final String TIME_WORD =
            "(?i:(an?|one|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty|thirty|forty|fifty|ninety|half an?))";

    /** A second module is the next one, a second later is a time. */
    private static final String NEXT_ONE = "(?!(?i:a second)" + BLANK
            + "+(?!(?:later|sooner|earlier|less|more|longer|shorter|quicker|faster|slower|and|or|of|for|in|to|on|at|after"
            + "|before|until|per|is|was|each)\\b)\\p{L})";

    private static final Pattern TIME =
            Pattern.compile("(?<![\\w.,])(?:(" + NUMBER + ")" + BLANK + "?|(?<!\\b(?:in|per)\\s|\\d\\s?\\p{L}{2,15}\\s)"
                    + NEXT_ONE + TIME_WORD + BLANK + ")(" + TIME_UNIT + ")(?![\\p{L}/])");

    private static final Pattern SHARE = Pattern.compile("(?<![\\w.,])(?:(" + SIGNED
            + ")|(?i:(one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|fifty|sixty|ninety)))"
            + BLANK + "?-?(?:%|per" + BLANK + "?cent\\b|percent\\b)(?!age)");

    private static final Pattern TIMES = Pattern.compile("[\u00d7x](" + NUMBER + ")(?![\\d\\p{L}])"
            + "|(?<![\\w.,])(" + NUMBER + ")" + BLANK + "?(?:\u00d7|times\\b|-?fold\\b)"
            + "|\\b(?i:(one|two|three|four|five|six|seven|eight|nine|ten|twelve|twenty|hundred))" + BLANK + "times\\b"
            + "|\\b(?i:(twice|doubles|doubled|double|thrice|triples|tripled|triple|halves|halved))\\b");

    private static final Pattern RANK = Pattern.compile(
            "\\b(?i:(first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth|eleventh|twelfth|last)|(\\d+)(?:st|nd|rd|th)|place"
                    + BLANK + "(\\d+))" + BLANK + "(?:of|among|out of|in a pool of)" + BLANK + "(?:the" + BLANK
                    + ")?(?:(\\d+)|(?i:(two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|fifty)))\\b(?!"
                    + BLANK + "?(?:%|s\\b|min))");

    private static final Pattern PART = Pattern.compile("\\b(?:(?i:(an?|one|two|three|four|five|six|seven|nine))"
            + BLANK + ")?(?i:(half|third|quarter|fifth|sixth|seventh|eighth|tenth|hundredth)(?:s)?)\\b(?!-)");

    private static final Pattern AMOUNT = Pattern.compile("(?<![\\w.,:])(" + SIGNED + ")" + BLANK
            + "?([\\p{L}\u00b5\u00b0][\\p{L}\u00b5\u00b0\u00b2]*(?:\\(A\\))?(?:/[\\p{L}\u00b2]+)?(?:" + BLANK
            + "per" + BLANK + "[\\p{L}]+)?)");

    private static final Pattern COUNT =
            Pattern.compile("(?<![\\w.,:#\u00d7])(" + SIGNED + ")(?![\\w:]|[.,]\\d|" + BLANK + "?%)");

    private static final Pattern ABOUT = Pattern.compile(
            "(?i:\\b(about|around|roughly|nearly|almost|some|approximately|close to|just under|just over|circa)|~)"
                    + BLANK + "*(?:an?" + BLANK + ")?$");
    private static final Pattern ABOVE = Pattern.compile(
            "(?i:\\b(more than|over|above|at least|no less than|better than|upwards of|beyond|exceeds|from))" + BLANK
                    + "*(?:an?" + BLANK + ")?$");
    private static final Pattern BELOW = Pattern.compile(
            "(?i:\\b(less than|fewer than|under|below|at most|no more than|up to|within|never more than))" + BLANK
                    + "*(?:an?" + BLANK + ")?$");

    private static final Map<String, Way> WAYS = Map.ofEntries(
            Map.entry("faster", Way.MORE),
            Map.entry("more", Way.MORE),
            Map.entry("higher", Way.MORE),
            Map.entry("ahead", Way.MORE),
            Map.entry("better", Way.MORE),
            Map.entry("gain", Way.MORE),
            Map.entry("gains", Way.MORE),
            Map.entry("gained", Way.MORE),
            Map.entry("louder", Way.MORE),
            Map.entry("warmer", Way.MORE),
            Map.entry("hotter", Way.MORE),
            Map.entry("larger", Way.MORE),
            Map.entry("up", Way.MORE),
            Map.entry("quicker", Way.MORE),
            Map.entry("farther", Way.MORE),
            Map.entry("slower", Way.LESS),
            Map.entry("less", Way.LESS),
            Map.entry("fewer", Way.LESS),
            Map.entry("lower", Way.LESS),
            Map.entry("behind", Way.LESS),
            Map.entry("worse", Way.LESS),
            Map.entry("lost", Way.LESS),
            Map.entry("loses", Way.LESS),
            Map.entry("drops", Way.LESS),
            Map.entry("dropped", Way.LESS),
            Map.entry("quieter", Way.LESS),
            Map.entry("cooler", Way.LESS),
            Map.entry("smaller", Way.LESS),
            Map.entry("down", Way.LESS),
            Map.entry("saves", Way.SOONER),
            Map.entry("saved", Way.SOONER),
            Map.entry("sooner", Way.SOONER),
            Map.entry("earlier", Way.SOONER),
            Map.entry("shorter", Way.SOONER),
            Map.entry("later", Way.LATER),
            Map.entry("longer", Way.LATER));

    /** Words that are units too, and are meant as words. */
    private static final Set<String> NO_UNIT =
            Set.of("a", "as", "at", "in", "is", "on", "per", "by", "no", "to", "am", "are");

    private static final Pattern CLAUSE =
            Pattern.compile("[;:,!?](?=" + BLANK + ")|[.](?=" + BLANK + "|$)|\\b(?:and|but|while|whereas)\\b");

    /** Words further away than this speak of something else. */
    private static final int NEAR = 3;

    private final Pattern names;

    /** @param names of models, suites, tests, versions: numbers in them are no claims */
    public ClaimReader(Collection<String> names) {
        String all = names.stream()
                .filter(n -> !n.isBlank())
                .sorted(Comparator.comparingInt(String::length).reversed())
                .map(Pattern::quote)
                .reduce((a, b) -> a + "|" + b)
                .orElse("(?!)");
        this.names = Pattern.compile("(?<![\\p{L}\\d])(?:" + all + ")(?![\\p{L}\\d])", Pattern.CASE_INSENSITIVE);
    }

    /** Returns what a text says in numbers, in order. */
    public List<Claim> read(String text) {
        Found found = new Found(text, names);
        found.mask(names);
        found.mask(NO_CLAIM);
        found.each(CLOCK, Kind.DURATION, ClaimReader::clock);
        found.times();
        found.each(SHARE, Kind.SHARE, m -> number(m, 1, 2) / 100);
        found.each(TIMES, Kind.TIMES, ClaimReader::times);
        found.ranks();
        found.each(PART, Kind.PART, ClaimReader::part);
        found.amounts();
        found.each(COUNT, Kind.COUNT, m -> plain(m.group(1)));
        return found.claims();
    }

    private static double clock(Matcher m) {
        double first = Double.parseDouble(m.group(1));
        double second = Double.parseDouble(m.group(2));
        return m.group(3) == null ? first * 60 + second : first * 3600 + second * 60 + Double.parseDouble(m.group(3));
    }

    private static double times(Matcher m) {
        if (m.group(4) != null) {
            return MANIFOLD.getOrDefault(m.group(4).toLowerCase(Locale.ROOT), 1.0);
        }
        return m.group(1) != null ? plain(m.group(1)) : number(m, 2, 3);
    }

    private static double part(Matcher m) {
        int of = PARTS.getOrDefault(m.group(2).toLowerCase(Locale.ROOT), 1);
        return (m.group(1) == null ? 1 : WORDS.getOrDefault(m.group(1).toLowerCase(Locale.ROOT), 1)) / (double) of;
    }

    private static double number(Matcher m, int digits, int word) {
        if (m.group(digits) != null) {
            return plain(m.group(digits));
        }
        String words = m.group(word).toLowerCase(Locale.ROOT);
        return words.startsWith("half") ? 0.5 : WORDS.getOrDefault(words, 0);
    }

    private static double plain(String digits) {
        return Double.parseDouble(
                digits.replace('\u2212', '-').replace("+", "").replaceAll("[\u2009\u202f\u00a0 ,]", ""));
    }

    /** Half of it is how far a number may be off by its last digit; 0 where it is no digits. */
    private static double step(String text) {
        Matcher m = Pattern.compile(NUMBER).matcher(text);
        String last = "";
        while (m.find()) {
            last = m.group();
        }
        int point = last.indexOf('.');
        return last.isEmpty() ? 0 : Math.pow(10, point < 0 ? 0 : -(last.length() - point - 1));
    }

    private interface Value {
        double of(Matcher match);
    }

    /** Claims as they are found: what belongs to one is not looked at again. */
    private static final class Found {

        private final String text;
        private final Pattern names;
        private final boolean[] taken;
        private final List<Claim> claims = new ArrayList<>();

        Found(String text, Pattern names) {
            this.text = text;
            this.names = names;
            this.taken = new boolean[text.length()];
        }

        void mask(Pattern pattern) {
            Matcher m = pattern.matcher(text);
            while (m.find()) {
                take(m.start(), m.end());
            }
        }

        void each(Pattern pattern, Kind kind, Value value) {
            Matcher m = pattern.matcher(text);
            while (m.find()) {
                if (isFree(m.start(), m.end())) {
                    double scale = kind == Kind.SHARE ? 0.01 : 1;
                    add(m.start(), m.end(), kind, value.of(m), scale * step(m.group()), "");
                }
            }
        }

        /** Times of several parts, such as 2 min 5 s, are one. */
        void times() {
            Matcher m = TIME.matcher(text);
            int from = -1;
            int to = -1;
            double seconds = 0;
            double step = 0;
            while (m.find()) {
                if (!isFree(m.start(), m.end())) {
                    continue;
                }
                double unit = secondsOf(m.group(3));
                boolean goesOn =
                        from >= 0 && text.substring(to, m.start()).matches(BLANK + "*(?:,|and)?" + BLANK + "*");
                if (from >= 0 && !goesOn) {
                    add(from, to, Kind.DURATION, seconds, step, "");
                }
                from = goesOn ? from : m.start();
                seconds = (goesOn ? seconds : 0) + unit * number(m, 1, 2);
                step = unit * step(m.group());
                to = m.end();
            }
            if (from >= 0) {
                add(from, to, Kind.DURATION, seconds, step, "");
            }
        }

        private static double secondsOf(String unit) {
            return switch (unit.charAt(0)) {
                case 'h' -> 3600;
                case 's' -> 1;
                default -> unit.startsWith("mi") && !unit.startsWith("milli") ? 60 : 0.001;
            };
        }

        void ranks() {
            Matcher m = RANK.matcher(text);
            while (m.find()) {
                if (isFree(m.start(), m.end())) {
                    double all = m.group(4) != null
                            ? Double.parseDouble(m.group(4))
                            : WORDS.getOrDefault(m.group(5).toLowerCase(Locale.ROOT), 0);
                    double place = m.group(1) != null
                            ? PLACES.getOrDefault(m.group(1).toLowerCase(Locale.ROOT), 0)
                            : Double.parseDouble(m.group(2) != null ? m.group(2) : m.group(3));
                    add(m.start(), m.end(), Kind.RANK, place < 0 ? all : place, 1, String.valueOf((long) all));
                }
            }
        }

        void amounts() {
            Matcher m = AMOUNT.matcher(text);
            while (m.find()) {
                if (isFree(m.start(), m.end())
                        && !NO_UNIT.contains(m.group(2).toLowerCase(Locale.ROOT))
                        && UnitWords.code(m.group(2)).isPresent()) {
                    add(m.start(), m.end(), Kind.AMOUNT, plain(m.group(1)), step(m.group(1)), m.group(2));
                }
            }
        }

        private void add(int from, int to, Kind kind, double value, double step, String unit) {
            claims.add(new Claim(
                    from,
                    to,
                    text.substring(from, to),
                    kind,
                    value,
                    step,
                    unit,
                    bound(from),
                    way(from, to),
                    named(from, to)));
            take(from, to);
        }

        /** Names between the stops around it; what is said after "than" belongs to it too. */
        private List<String> named(int from, int to) {
            Matcher stop = CLAUSE.matcher(text);
            int begin = 0;
            int end = text.length();
            while (stop.find()) {
                if (stop.end() <= from) {
                    begin = stop.end();
                } else if (stop.start() >= to) {
                    end = stop.start();
                    break;
                }
            }
            Matcher name = names.matcher(text.substring(begin, end));
            List<String> named = new ArrayList<>();
            while (name.find()) {
                named.add(name.group().toLowerCase(Locale.ROOT));
            }
            return named;
        }

        private Bound bound(int from) {
            String before = text.substring(Math.max(0, from - 24), from);
            if (ABOUT.matcher(before).find()) {
                return Bound.ABOUT;
            }
            if (BELOW.matcher(before).find()) {
                return Bound.BELOW;
            }
            return ABOVE.matcher(before).find() ? Bound.ABOVE : Bound.EXACT;
        }

        /** The nearest word that says a way: after it first, as English puts it. */
        private Way way(int from, int to) {
            String after = clause(text.substring(to).split("[.;!?]", 2)[0]);
            String before = text.substring(0, from);
            String[] next = words(after);
            for (int i = 0; i < Math.min(NEAR, next.length); i++) {
                Way way = WAYS.get(next[i]);
                if (way != null) {
                    return way;
                }
            }
            String[] last = words(before.substring(Math.max(before.lastIndexOf('.'), before.lastIndexOf(',')) + 1));
            for (int i = last.length - 1; i >= Math.max(0, last.length - NEAR); i--) {
                Way way = WAYS.get(last[i]);
                boolean bounds = i + 1 < last.length && last[i + 1].equals("than");
                if (way != null && !bounds) {
                    return way;
                }
            }
            return Way.NONE;
        }

        private static String clause(String text) {
            int end = text.length();
            for (String stop : new String[] {",", " than ", " and ", " but "}) {
                int at = text.indexOf(stop);
                end = at >= 0 ? Math.min(end, at) : end;
            }
            return text.substring(0, end);
        }

        private static String[] words(String text) {
            String clean =
                    text.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L} ]", " ").strip();
            return clean.isEmpty() ? new String[0] : clean.split("\\s+");
        }

        private boolean isFree(int from, int to) {
            for (int i = from; i < to; i++) {
                if (taken[i]) {
                    return false;
                }
            }
            return true;
        }

        private void take(int from, int to) {
            for (int i = from; i < to; i++) {
                taken[i] = true;
            }
        }

        List<Claim> claims() {
            claims.sort(Comparator.comparingInt(Claim::from));
            return claims;
        }
    }
}
