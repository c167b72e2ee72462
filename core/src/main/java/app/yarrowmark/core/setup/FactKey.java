package app.yarrowmark.core.setup;

import app.yarrowmark.core.suite.TestGroup;
import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * What the dictionary says of a fact.
 *
 * @param key dotted, most general first, e.g. {@code memory.size}
 * @param words what people call it
 * @param group where it stands on a slip
 * @param type what its values are
 * @param unit usual unit, UCUM; empty for words and counts
 * @param affects groups of tests that it can change the result of
 * @param tolerance relative difference up to which two numbers are the same, 0 to 1; 0 for every other type
 * @param part whether devices with the same value share a part or a piece of software worth a page of its own
 * @param about a sentence on what it means or how it is read; may be empty
 * @param also other names that systems and tables have for it
 * @param choices what a {@link Type#CHOICE} can be; empty for every other type
 */
public record FactKey(
        String key,
        String words,
        FactGroup group,
        Type type,
        String unit,
        Set<TestGroup> affects,
        double tolerance,
        boolean part,
        String about,
        List<String> also,
        List<String> choices) {

    /** What a fact's values are, and so when two of them are the same. */
    public enum Type {
        /** Words; case and blanks do not matter. */
        TEXT,
        /** A quantity with its unit; the same within the tolerance, whatever the unit. */
        NUMBER,
        /** A version, maybe with a name before it, shown as it was written: 4.1 and 4.1.0 are the same. */
        VERSION,
        /** Yes or no. */
        FLAG,
        /** One of a few words. */
        CHOICE,
        /** Width and height in pixels. */
        RESOLUTION,
        /** A day, a month or a year. */
        DATE
    }

    /** @throws IllegalArgumentException if the key is no fact key, words are missing or the tolerance does not fit */
    public FactKey {
        Fact.requireKey(key);
        affects = Set.copyOf(affects);
        also = List.copyOf(also);
        choices = List.copyOf(choices);
        if ((type == Type.CHOICE) != (choices.size() >= 2)) {
            throw new IllegalArgumentException(
                    type == Type.CHOICE
                            ? "a choice has two words or more to choose from"
                            : "only a choice has words to choose from");
        }
        if (words.isBlank() || words.length() > 60) {
            throw new IllegalArgumentException("a fact's words have 1 to 60 characters, got \"" + words + "\"");
        }
        if (!(tolerance >= 0 && tolerance < 1) || (tolerance > 0 && type != Type.NUMBER)) {
            throw new IllegalArgumentException("a tolerance is 0 to 1 and for numbers only, got " + tolerance);
        }
    }

    /** Returns a fact of a desk's own, made from what people call it: words that may affect anything. */
    public static FactKey own(String words) {
        String plain = Normalizer.normalize(words.strip(), Normalizer.Form.NFD)
                .toLowerCase(Locale.ROOT)
                .replaceAll("\\p{M}+", "")
                .replaceAll("[^a-z0-9]+", "_")
                .replaceAll("^_|_$", "");
        // A name in other letters has no plain ones; its own number then tells it from others.
        String key = "own."
                + (plain.isEmpty() ? "fact_" + Integer.toHexString(words.strip().hashCode()) : plain);
        FactKey unlisted = unlisted(key.length() > 60 ? key.substring(0, 60) : key);
        return new FactKey(
                unlisted.key,
                words.strip(),
                unlisted.group,
                unlisted.type,
                "",
                unlisted.affects,
                0,
                false,
                "",
                List.of(),
                List.of());
    }

    /** Returns what is known of a key that no dictionary has: its own name, and that it may affect anything. */
    public static FactKey unlisted(String key) {
        return new FactKey(
                key,
                key,
                FactGroup.OTHER,
                Type.TEXT,
                "",
                Set.of(TestGroup.values()),
                0,
                false,
                "",
                List.of(),
                List.of());
    }
}
