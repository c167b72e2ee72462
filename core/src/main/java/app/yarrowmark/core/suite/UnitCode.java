package app.yarrowmark.core.suite;

import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A unit of measure written in UCUM's case-sensitive code, as far as device reviews need it: atoms with prefixes,
 * counted things in braces, products, quotients and powers, e.g. {@code MB/s}, {@code {frame}/s}, {@code W.h}, {@code
 * Cel}. For a byte both UCUM's {@code By} and plain {@code B} are read.
 *
 * @param text as written
 * @param factor how many base units it is
 * @param dimensions power of each base unit or counted thing; empty for plain numbers
 */
public record UnitCode(String text, double factor, Map<String, Integer> dimensions) {

    private static final Map<String, Double> BINARY = Map.of("Ki", 0x1p10, "Mi", 0x1p20, "Gi", 0x1p30, "Ti", 0x1p40);
    private static final Map<String, Double> DECIMAL = Map.ofEntries(
            Map.entry("p", 1e-12),
            Map.entry("n", 1e-9),
            Map.entry("u", 1e-6),
            Map.entry("m", 1e-3),
            Map.entry("c", 1e-2),
            Map.entry("d", 1e-1),
            Map.entry("k", 1e3),
            Map.entry("M", 1e6),
            Map.entry("G", 1e9),
            Map.entry("T", 1e12));
    /** Base units and what is made of them: atom, factor, base. */
    private static final Map<String, Atom> ATOMS = Map.ofEntries(
            Map.entry("s", new Atom(1, "s", 1, true)),
            Map.entry("min", new Atom(60, "s", 1, false)),
            Map.entry("h", new Atom(3600, "s", 1, false)),
            Map.entry("d", new Atom(86_400, "s", 1, false)),
            Map.entry("Hz", new Atom(1, "s", -1, true)),
            Map.entry("By", new Atom(1, "By", 1, true)),
            Map.entry("B", new Atom(1, "By", 1, true)),
            Map.entry("bit", new Atom(.125, "By", 1, true)),
            Map.entry("m", new Atom(1, "m", 1, true)),
            Map.entry("g", new Atom(1, "g", 1, true)),
            Map.entry("l", new Atom(1, "l", 1, true)),
            Map.entry("W", new Atom(1, "W", 1, true)),
            Map.entry("V", new Atom(1, "V", 1, true)),
            Map.entry("A", new Atom(1, "A", 1, true)),
            Map.entry("J", new Atom(1, "J", 1, true)),
            Map.entry("K", new Atom(1, "K", 1, true)),
            Map.entry("Cel", new Atom(1, "Cel", 1, false)),
            Map.entry("cd", new Atom(1, "cd", 1, false)),
            Map.entry("dB", new Atom(1, "dB", 1, false)),
            Map.entry("dB[SPL]", new Atom(1, "dB[SPL]", 1, false)),
            Map.entry("[in_i]", new Atom(.0254, "m", 1, false)),
            Map.entry("[ft_i]", new Atom(.3048, "m", 1, false)),
            Map.entry("[lb_av]", new Atom(453.59237, "g", 1, false)),
            Map.entry("[oz_av]", new Atom(28.349523125, "g", 1, false)),
            Map.entry("%", new Atom(.01, "", 0, false)),
            Map.entry("1", new Atom(1, "", 0, false)));

    private static final Pattern TERM = Pattern.compile("([^-0-9/.{}\\s]+|1)?(-?\\d)?(\\{[^{}]{1,30}\\})?");
    /** Says how seconds are written, and nothing of what they measure. */
    private static final String AS_CLOCK = "{m:ss}";

    private static final int LONGEST = 40;

    private record Atom(double factor, String base, int power, boolean prefixed) {}

    /** Takes a copy of the dimensions. */
    public UnitCode {
        dimensions = Map.copyOf(dimensions);
    }

    /**
     * Returns the unit a text stands for; the empty text is a plain number.
     *
     * @throws IllegalArgumentException if it is none; the message names the part and what would do
     */
    public static UnitCode parse(String text) {
        if (text.length() > LONGEST) {
            throw new IllegalArgumentException("a unit has at most " + LONGEST + " characters, got " + text.length());
        }
        double factor = 1;
        Map<String, Integer> dimensions = new TreeMap<>();
        int sign = 1;
        int at = 0;
        while (at < text.length()) {
            Matcher term = TERM.matcher(text).region(at, text.length());
            if (!term.lookingAt() || term.end() == at) {
                throw unknown(text, text.substring(at));
            }
            factor *= add(term, sign, text, dimensions);
            at = term.end();
            if (at < text.length()) {
                char joint = text.charAt(at++);
                if ((joint != '/' && joint != '.') || at == text.length()) {
                    throw unknown(text, text.substring(at - 1));
                }
                sign = joint == '/' ? -1 : 1;
            }
        }
        dimensions.values().removeIf(power -> power == 0);
        return new UnitCode(text, factor, dimensions);
    }

    /** Returns how many of the other unit one of this is; empty if they do not measure the same thing. */
    public Optional<Double> in(UnitCode other) {
        return dimensions.equals(other.dimensions) ? Optional.of(factor / other.factor) : Optional.empty();
    }

    private static double add(Matcher term, int sign, String text, Map<String, Integer> dimensions) {
        int power = sign * (term.group(2) == null ? 1 : Integer.parseInt(term.group(2)));
        double factor = 1;
        String prefix = "";
        if (term.group(1) != null) {
            String name = term.group(1);
            Atom atom = ATOMS.get(name);
            if (atom == null && term.group(3) != null && (DECIMAL.containsKey(name) || BINARY.containsKey(name))) {
                // "M{record}": millions of a counted thing.
                prefix = name;
            } else if (atom == null) {
                prefix = prefixOf(name);
                atom = ATOMS.get(name.substring(prefix.length()));
                if (prefix.isEmpty() || atom == null || !atom.prefixed) {
                    throw unknown(text, name);
                }
            }
            if (atom != null) {
                factor = atom.factor;
                dimensions.merge(atom.base, atom.power * power, Integer::sum);
                dimensions.remove("");
            }
            if (!prefix.isEmpty()) {
                factor *= DECIMAL.getOrDefault(prefix, BINARY.getOrDefault(prefix, 1.0));
            }
        }
        if (term.group(3) != null && !term.group(3).equals(AS_CLOCK)) {
            dimensions.merge(term.group(3), power, Integer::sum);
        }
        return Math.pow(factor, power);
    }

    private static String prefixOf(String name) {
        for (int length : new int[] {2, 1}) {
            String start = name.substring(0, Math.min(length, name.length()));
            if ((length == 2 ? BINARY : DECIMAL).containsKey(start) && name.length() > length) {
                return start;
            }
        }
        return "";
    }

    private static IllegalArgumentException unknown(String text, String part) {
        return new IllegalArgumentException("\"" + text + "\" is no unit at \"" + part
                + "\": write a UCUM code such as MB/s, ms, W, Cel, or a counted thing in braces such as {point}");
    }
}
