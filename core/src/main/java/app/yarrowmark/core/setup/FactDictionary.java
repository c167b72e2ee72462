package app.yarrowmark.core.setup;

import app.yarrowmark.core.suite.KnownFault;
import app.yarrowmark.core.suite.UnitCode;
import app.yarrowmark.core.written.Amount;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/** What facts mean, when two values of one are the same, and where it stands on a slip. */
public final class FactDictionary {

    private static final Pattern OTHER_SIGNS = Pattern.compile("[^\\p{L}\\d]+");
    private static final Pattern SPACES = Pattern.compile("\\s+");

    private final Map<String, FactKey> keys = new LinkedHashMap<>();
    private final Map<String, FactKey> names = new HashMap<>();
    private final Map<String, Integer> order = new LinkedHashMap<>();

    private FactDictionary(Collection<FactKey> all) {
        all.stream().sorted(Comparator.comparing(FactKey::group)).forEach(k -> {
            keys.put(k.key(), k);
            order.putIfAbsent(k.key(), order.size());
        });
        keys.values().forEach(k -> names.putIfAbsent(letters(k.words()), k));
        keys.values().forEach(k -> names.putIfAbsent(letters(k.key()), k));
        keys.values().forEach(k -> k.also().forEach(also -> names.putIfAbsent(letters(also), k)));
    }

    /** Returns the dictionary of those keys; within a group their order stays, of two with one key the later stands. */
    public static FactDictionary of(Collection<FactKey> keys) {
        return new FactDictionary(keys);
    }

    /** Returns every key, in the order of a slip. */
    public List<FactKey> all() {
        return List.copyOf(keys.values());
    }

    /** Returns what is known of a key, {@link FactKey#unlisted} if nothing is. */
    public FactKey get(String key) {
        FactKey known = keys.get(key);
        return known == null ? FactKey.unlisted(key) : known;
    }

    /** Returns whether the dictionary has the key. */
    public boolean has(String key) {
        return keys.containsKey(key);
    }

    /** Returns the key that a name stands for: in words, as another name, or as the key itself; case and signs do not matter. */
    public Optional<FactKey> named(String name) {
        String plain = letters(name);
        return plain.isEmpty() ? Optional.empty() : Optional.ofNullable(names.get(plain));
    }

    private static String letters(String name) {
        return OTHER_SIGNS
                .matcher(name.toLowerCase(Locale.ROOT))
                .replaceAll(" ")
                .strip();
    }

    /** Returns the order of a slip: by group, then as listed, unlisted ones last by name. */
    public Comparator<String> bySlip() {
        return Comparator.comparing((String key) -> get(key).group())
                .thenComparing(key -> order.getOrDefault(key, Integer.MAX_VALUE))
                .thenComparing(key -> key);
    }

    /** Returns whether two known facts of one key say the same. */
    public boolean same(Fact a, Fact b) {
        FactKey key = get(a.key());
        String left = a.value().orElseThrow();
        String right = b.value().orElseThrow();
        return switch (key.type()) {
            case NUMBER -> sameNumber(a, b, key.tolerance());
            case VERSION -> Versions.compare(left, right) == 0;
            case FLAG ->
                FactText.flag(left).equals(FactText.flag(right))
                        && (FactText.flag(left).isPresent() || plain(left, "").equals(plain(right, "")));
            case RESOLUTION -> sameResolution(a, b);
            case TEXT, CHOICE, DATE -> plain(left, a.unit()).equals(plain(right, b.unit()));
        };
    }

    /** Returns whether a condition of a suite sheet holds of some facts; a fact that is unknown meets none. */
    public boolean holds(KnownFault.FactCondition condition, Facts facts) {
        Optional<Fact> fact = facts.get(condition.key()).filter(f -> f.value().isPresent());
        if (fact.isEmpty()) {
            return false;
        }
        String value = fact.get().value().orElseThrow();
        Fact wanted = Fact.typed(condition.key(), condition.value(), fact.get().unit());
        int order = compare(condition.key(), value, condition.value());
        return switch (condition.comparison()) {
            case IS -> same(fact.get(), wanted);
            case IS_NOT -> !same(fact.get(), wanted);
            case BELOW -> order < 0;
            case AT_MOST -> order <= 0;
            case ABOVE -> order > 0;
            case AT_LEAST -> order >= 0;
        };
    }

    /** Compares two values of a key: numbers by size, resolutions by pixels, all else as versions. */
    public int compare(String key, String a, String b) {
        FactKey.Type type = get(key).type();
        Optional<Double> left = type == FactKey.Type.RESOLUTION ? FactText.pixels(a) : number(a, "");
        Optional<Double> right = type == FactKey.Type.RESOLUTION ? FactText.pixels(b) : number(b, "");
        boolean sized = type == FactKey.Type.NUMBER || type == FactKey.Type.RESOLUTION;
        return sized && left.isPresent() && right.isPresent()
                ? Double.compare(left.get(), right.get())
                : Versions.compare(a, b);
    }

    private static boolean sameResolution(Fact a, Fact b) {
        Optional<FactText.Resolution> left = FactText.resolution(a.text().orElseThrow());
        return left.isPresent()
                ? left.equals(FactText.resolution(b.text().orElseThrow()))
                : plain(a.value().orElseThrow(), a.unit())
                        .equals(plain(b.value().orElseThrow(), b.unit()));
    }

    private static boolean sameNumber(Fact a, Fact b, double tolerance) {
        Optional<Double> left = number(a.value().orElseThrow(), a.unit());
        Optional<Double> right = number(b.value().orElseThrow(), b.unit());
        Optional<Double> scale = scale(unitOf(a), unitOf(b));
        if (left.isEmpty() || right.isEmpty() || scale.isEmpty()) {
            return plain(a.value().orElseThrow(), a.unit())
                    .equals(plain(b.value().orElseThrow(), b.unit()));
        }
        double x = left.get() * scale.get();
        double y = right.get();
        return Math.abs(x - y) <= tolerance * Math.max(Math.abs(x), Math.abs(y)) + 1e-9 * Math.abs(y);
    }

    private static Optional<Double> scale(String from, String to) {
        if (from.equals(to)) {
            return Optional.of(1.0);
        }
        try {
            return UnitCode.parse(from).in(UnitCode.parse(to));
        } catch (IllegalArgumentException noUnit) {
            return Optional.empty();
        }
    }

    /** The unit beside the value, or the one in it, as in "1 lb 6 oz". */
    private static String unitOf(Fact fact) {
        return fact.unit().isEmpty()
                ? FactText.amount(fact.value().orElseThrow()).map(Amount::unit).orElse("")
                : fact.unit();
    }

    private static Optional<Double> number(String text, String unit) {
        return FactText.amount(text)
                .filter(a -> a.unit().isEmpty() || unit.isEmpty())
                .map(a -> a.digits().doubleValue());
    }

    private static String plain(String value, String unit) {
        return SPACES.matcher(value.strip()).replaceAll(" ").toLowerCase(Locale.ROOT) + "\t" + unit;
    }
}
