package app.yarrowmark.core.written;

import app.yarrowmark.core.suite.UnitCode;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Units as people write them, and the UCUM codes that they are kept as. */
public final class UnitWords {

    /** The unit of seconds that are written and shown as minutes and seconds. */
    public static final String CLOCK = "s{m:ss}";

    private static final Pattern COUNTED = Pattern.compile(
            "(?:(thousand|million) )?(\\p{L}{3,27})(?: per second|/s(?:ec(?:ond)?)?|( per minute|/min))",
            Pattern.CASE_INSENSITIVE);

    private static final Pattern THING = Pattern.compile("(\\p{L}{3,27})s");
    private static final Pattern THING_CODE = Pattern.compile("\\{(\\p{Ll}{3,27})}");

    /** What a unit is called, with its code. */
    public record Word(String word, String code) {}

    private static final List<Word> COMMON = List.of(
            new Word("points", "{point}"),
            new Word("seconds", "s"),
            new Word("minutes as m:ss", CLOCK),
            new Word("minutes", "min"),
            new Word("hours", "h"),
            new Word("ms", "ms"),
            new Word("\u00b5s", "us"),
            new Word("frames/s", "{frame}/s"),
            new Word("MB/s", "MB/s"),
            new Word("GB/s", "GB/s"),
            new Word("Mbit/s", "Mbit/s"),
            new Word("operations/s", "{operation}/s"),
            new Word("kB", "kB"),
            new Word("MB", "MB"),
            new Word("GB", "GB"),
            new Word("TB", "TB"),
            new Word("MiB", "MiB"),
            new Word("GiB", "GiB"),
            new Word("%", "%"),
            new Word("W", "W"),
            new Word("Wh", "W.h"),
            new Word("mAh", "mA.h"),
            new Word("V", "V"),
            new Word("\u00b0C", "Cel"),
            new Word("dB(A)", "dB[SPL]"),
            new Word("cd/m\u00b2", "cd/m2"),
            new Word("MHz", "MHz"),
            new Word("GHz", "GHz"),
            new Word("mm", "mm"),
            new Word("cm", "cm"),
            new Word("m", "m"),
            new Word("inches", "[in_i]"),
            new Word("g", "g"),
            new Word("kg", "kg"),
            new Word("litres", "l"));

    private static final Map<String, String> CODES = codes();

    private UnitWords() {}

    /** Returns the units that tests usually have, for choosing from. */
    public static List<Word> common() {
        return COMMON;
    }

    /** Returns the everyday word for a code; the code itself where there is none. */
    public static String word(String code) {
        Matcher thing = THING_CODE.matcher(code);
        return COMMON.stream()
                .filter(w -> w.code().equals(code))
                .map(Word::word)
                .findFirst()
                .orElseGet(() -> thing.matches() ? thing.group(1) + "s" : code);
    }

    /**
     * Returns the code of a unit of a suite's test: as {@link #code}, and of whatever is counted, such as {@code packages}.
     */
    public static Optional<String> ofTest(String text) {
        Matcher thing = THING.matcher(text.strip());
        return code(text)
                .or(() -> thing.matches()
                        ? Optional.of("{" + thing.group(1).toLowerCase(Locale.ROOT) + "}")
                        : Optional.empty());
    }

    /**
     * Returns the code of a unit as people or programs write it: an everyday word, a counted thing a second, or a UCUM code
     * itself; empty if it is none of them.
     */
    public static Optional<String> code(String text) {
        String clean = text.strip().replace('\u03bc', '\u00b5').replace('\u00b7', '.');
        if (clean.isEmpty()) {
            return Optional.of("");
        }
        String known = CODES.get(clean);
        if (known == null) {
            known = CODES.get(clean.toLowerCase(Locale.ROOT));
        }
        return known != null ? Optional.of(known) : ucum(clean).or(() -> counted(clean));
    }

    private static Optional<String> ucum(String text) {
        try {
            UnitCode.parse(text);
            return Optional.of(text);
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    /** "records/s" gives {@code {record}/s}. */
    private static Optional<String> counted(String text) {
        Matcher match = COUNTED.matcher(text);
        if (!match.matches()) {
            return Optional.empty();
        }
        String prefix = match.group(1) == null ? "" : match.group(1).equalsIgnoreCase("million") ? "M" : "k";
        String thing = match.group(2).toLowerCase(Locale.ROOT).replaceFirst("(?<=\\p{L}{2})s$", "");
        return Optional.of(prefix + "{" + thing + "}/" + (match.group(3) == null ? "s" : "min"));
    }

    private static Map<String, String> codes() {
        Map<String, String> codes = new LinkedHashMap<>();
        COMMON.forEach(w -> codes.put(w.word(), w.code()));
        put(codes, "{point}", "point", "pts", "pt");
        put(codes, "s", "sec", "secs", "second");
        put(codes, "min", "mins", "minute");
        put(codes, "h", "hr", "hrs", "hour");
        put(codes, "d", "day", "days");
        put(codes, CLOCK, "m:ss", "mm:ss", "h:mm:ss", "hh:mm:ss", "min:s", "min:sec");
        put(codes, "ms", "msec", "millisecond", "milliseconds");
        put(codes, "us", "microsecond", "microseconds");
        put(codes, "{frame}/s", "fps", "frame/s", "frames per second", "frames/sec");
        put(codes, "{operation}/s", "ops/s", "op/s", "ops/sec");
        put(codes, "Mbit/s", "mbps", "Mb/s");
        put(codes, "Gbit/s", "gbps", "Gb/s");
        put(codes, "kB", "KB", "kilobyte", "kilobytes");
        put(codes, "MB", "megabyte", "megabytes");
        put(codes, "GB", "gigabyte", "gigabytes");
        put(codes, "TB", "terabyte", "terabytes");

        put(codes, "MiB", "mib");
        put(codes, "GiB", "gib");

        put(codes, "kB/s", "KB/s");
        put(codes, "MB/s", "mb/s", "mbyte/s");
        put(codes, "%", "percent", "per cent", "pct");
        put(codes, "W", "watt", "watts");
        put(codes, "V", "volt", "volts");
        put(codes, "Cel", "C", "\u00baC", "deg c", "degrees");
        put(codes, "dB[SPL]", "dba", "db(a)");
        put(codes, "cd/m2", "nit", "nits");
        put(codes, "MHz", "mhz");
        put(codes, "GHz", "ghz");
        put(codes, "A.h", "Ah");
        put(codes, "mA.h", "mah");
        put(codes, "kW.h", "kWh");
        put(codes, "[in_i]", "in", "inch", "\"", "\u2033");
        put(codes, "[ft_i]", "ft", "foot", "feet");
        put(codes, "[lb_av]", "lb", "lbs", "pound", "pounds");
        put(codes, "[oz_av]", "oz", "ounce", "ounces");
        put(codes, "g", "gram", "grams");
        put(codes, "l", "litre", "liter", "liters", "L");
        put(codes, "m", "metre", "metres", "meter", "meters");
        return codes;
    }

    private static void put(Map<String, String> codes, String code, String... words) {
        for (String word : words) {
            codes.put(word, code);
        }
    }
}
