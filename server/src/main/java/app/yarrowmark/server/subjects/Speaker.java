package app.yarrowmark.server.subjects;

import app.yarrowmark.server.problems.RuleViolations;

/**
 * Which of a model's setups speaks for it.
 *
 * @param name of the setup, where {@code rule} is {@link Rule#NAMED}; empty otherwise
 */
public record Speaker(Rule rule, String name) {

    /** How the setup is chosen among those that were measured. */
    public enum Rule {
        /** As it came: the first that is not tuned. */
        AS_SHIPPED,
        /** The newest, tuned or not. */
        LATEST,
        /** The one that is ahead of the usual score by most, over the tests it has. */
        BEST,
        /** The one of that name; a model without it is left out. */
        NAMED
    }

    /** As shipped. */
    public static final Speaker USUAL = new Speaker(Rule.AS_SHIPPED, "");

    /**
     * Returns the speaker a text names: {@code as-shipped}, {@code latest}, {@code best}, or {@code named-} and a setup's name.
     *
     * @throws RuleViolations if it names none
     */
    public static Speaker parse(String text) {
        return switch (text) {
            case "", "as-shipped" -> USUAL;
            case "latest" -> new Speaker(Rule.LATEST, "");
            case "best" -> new Speaker(Rule.BEST, "");
            default -> {
                if (!text.startsWith("named-") || text.length() <= 6) {
                    throw new RuleViolations(
                            "speaks",
                            "is as-shipped, latest, best, or named- and a setup's name, got \"" + text + "\"");
                }
                yield new Speaker(Rule.NAMED, text.substring(6));
            }
        };
    }
}
