package app.yarrowmark.server.subjects;

import app.yarrowmark.server.problems.RuleViolations;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Names a subject in an address: {@code setup-12}, {@code model-3}, {@code claim-3}, {@code fact-cpu.model=Maren M4-420},
 * {@code best-kind=LAPTOP}.
 *
 * @param name what stands after the kind: a number, or a key and its value
 */
public record SubjectKey(Kind kind, String name) {

    private static final Pattern TEXT = Pattern.compile("([a-z]+)-(.{1,260})");
    private static final Pattern PAIR = Pattern.compile("([a-z][a-z0-9_.]*)=(.+)");

    /** What a subject is. */
    public enum Kind {
        /** One setup. */
        SETUP,
        /** A model, for which one of its setups speaks. */
        MODEL,
        /** What the maker of a model claims. */
        CLAIM,
        /** Everything that bears a value of a fact. */
        FACT,
        /** Test by test the best of a kind, a maker, a tag or the bearers of a fact. */
        BEST;

        boolean isNumbered() {
            return this == SETUP || this == MODEL || this == CLAIM;
        }
    }

    /** Returns the key of a setup. */
    public static SubjectKey ofSetup(long id) {
        return new SubjectKey(Kind.SETUP, String.valueOf(id));
    }

    /** Returns the key of a model. */
    public static SubjectKey ofModel(long id) {
        return new SubjectKey(Kind.MODEL, String.valueOf(id));
    }

    /** Returns the key of everything that bears a value. */
    public static SubjectKey ofFact(String key, String value) {
        return new SubjectKey(Kind.FACT, key + "=" + value);
    }

    /**
     * Returns the subject a text names.
     *
     * @throws RuleViolations if it names none; the message shows the forms there are
     */
    public static SubjectKey parse(String text) {
        Matcher match = TEXT.matcher(text.strip());
        if (match.matches()) {
            for (Kind kind : Kind.values()) {
                Pattern rest = kind.isNumbered() ? Pattern.compile("\\d{1,18}") : PAIR;
                if (kind.name().toLowerCase(Locale.ROOT).equals(match.group(1))
                        && rest.matcher(match.group(2)).matches()) {
                    return new SubjectKey(kind, match.group(2));
                }
            }
        }
        throw new RuleViolations(
                "subject",
                "\"" + text
                        + "\" names no subject: write setup-12, model-3, claim-3, fact-cpu.model=Maren M4-420 or best-kind=LAPTOP");
    }

    /** Returns the number of a setup or model. */
    long number() {
        return Long.parseLong(name);
    }

    /** Returns what stands before the equals sign. */
    String pairKey() {
        return name.substring(0, name.indexOf('='));
    }

    /** Returns what stands after it. */
    String pairValue() {
        return name.substring(name.indexOf('=') + 1);
    }

    /** Returns the text that {@link #parse} reads. */
    @Override
    public String toString() {
        return kind.name().toLowerCase(Locale.ROOT) + "-" + name;
    }
}
