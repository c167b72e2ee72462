package app.yarrowmark.core.setup;

import app.yarrowmark.core.suite.UnitCode;
import app.yarrowmark.core.written.Amount;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a person typed for a fact, read by the fact's type and kept as it was typed. */
public final class FactText {

    private static final int LONGEST = 200;
    private static final List<String> YES = List.of("yes", "on", "true", "enabled", "1");
    private static final List<String> NO = List.of("no", "off", "false", "disabled", "0");
    private static final Pattern RESOLUTION =
            Pattern.compile("(\\d{1,5})\\s*(?:[xX\u00d7*]|by)\\s*(\\d{1,5})(?:\\s*(?:px|pixels?))?");
    private static final Pattern DAY = Pattern.compile(
            "\\d{4}(-\\d{1,2}(-\\d{1,2})?)?" + "|(\\d{1,2}\\.? )?\\p{L}{3,9}\\.? \\d{4}|\\d{1,2}\\.\\d{1,2}\\.\\d{4}");
    private static final Pattern NUMBER = Pattern.compile("[+\\-\u2212]?\\d[\\d.,' \u00a0\u2009\u202f\u2019]*(?<=\\d)");

    private FactText() {}

    /** Width and height in pixels. */
    public record Resolution(int width, int height) {}

    /**
     * Returns the fact that a text says.
     *
     * @throws IllegalArgumentException if the text does not fit the fact's type; the message says what would
     */
    public static Fact read(FactKey key, String text) {
        String clean = text.strip();
        if (clean.isEmpty() || clean.length() > LONGEST) {
            throw new IllegalArgumentException(
                    key.words() + " has 1 to " + LONGEST + " characters, got " + clean.length());
        }
        return switch (key.type()) {
            case NUMBER -> quantity(key, clean);
            case FLAG -> checked(key, clean, flag(clean).isPresent(), "yes or no");
            case CHOICE ->
                checked(
                        key,
                        clean,
                        key.choices().stream().anyMatch(clean::equalsIgnoreCase),
                        "one of " + String.join(", ", key.choices()));
            case RESOLUTION ->
                checked(key, clean, resolution(clean).isPresent(), "a resolution such as 1920 \u00d7 1080");
            case DATE -> checked(key, clean, DAY.matcher(clean).matches(), "a day, month or year such as 2026-05-03");
            case TEXT, VERSION -> Fact.typed(key.key(), clean, "");
        };
    }

    private static Fact checked(FactKey key, String text, boolean fits, String what) {
        if (!fits) {
            throw new IllegalArgumentException(key.words() + " is " + what + ", got \"" + text + "\"");
        }
        return Fact.typed(key.key(), text, "");
    }

    /** A number with a unit is kept as both; a time or a sum of units, such as 1 lb 6 oz, as it stands. */
    private static Fact quantity(FactKey key, String text) {
        Amount amount = amount(text).orElseThrow(() -> unfit(key, text, ""));
        if (!amount.unit().isEmpty() && !measuresTheSame(amount.unit(), key.unit())) {
            throw unfit(key, text, ", which is written in " + amount.unit());
        }
        Matcher number = NUMBER.matcher(text);
        boolean simple = number.lookingAt()
                && !amount.time()
                && NUMBER.matcher(text.substring(number.end()))
                        .results()
                        .findAny()
                        .isEmpty();
        return simple
                ? Fact.typed(key.key(), number.group(), amount.unit().isEmpty() ? key.unit() : amount.unit())
                : Fact.typed(key.key(), text, amount.unit().isEmpty() ? key.unit() : "");
    }

    private static IllegalArgumentException unfit(FactKey key, String text, String why) {
        String usual = key.unit().isEmpty() ? "a number such as 4" : "a quantity such as 16 " + key.unit();
        return new IllegalArgumentException(key.words() + " is " + usual + ", got \"" + text + "\"" + why);
    }

    private static boolean measuresTheSame(String unit, String usual) {
        return usual.isEmpty() || UnitCode.parse(unit).in(UnitCode.parse(usual)).isPresent();
    }

    /** Returns yes or no as a text says it; empty if it says neither. */
    public static Optional<Boolean> flag(String text) {
        String word = text.strip().toLowerCase(Locale.ROOT);
        return YES.contains(word) ? Optional.of(true) : NO.contains(word) ? Optional.of(false) : Optional.empty();
    }

    /** Returns width and height as a text says them. */
    public static Optional<Resolution> resolution(String text) {
        Matcher match = RESOLUTION.matcher(text.strip());
        return match.matches()
                ? Optional.of(new Resolution(Integer.parseInt(match.group(1)), Integer.parseInt(match.group(2))))
                : Optional.empty();
    }

    static Optional<Double> pixels(String text) {
        return resolution(text).map(r -> (double) r.width() * r.height());
    }

    /** Returns the number that a text begins with; empty if it is none, or more than one. */
    public static Optional<Double> number(String text) {
        return amount(text).map(a -> a.digits().doubleValue());
    }

    static Optional<Amount> amount(String text) {
        try {
            return Optional.of(Amount.read(text));
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }
}
