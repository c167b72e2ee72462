package app.yarrowmark.server.shell;

import java.util.List;

/** Thrown when what was sent breaks rules; lists every broken one, so that all can be mended at once. */
public final class RuleViolations extends RuntimeException {

    private final transient List<Violation> violations;

    /**
     * One broken rule.
     *
     * @param field at fault, as a path into what was sent, e.g. {@code readings[2].text}
     * @param message what is wrong and how to mend it
     */
    public record Violation(String field, String message) {}

    /** Takes at least one violation. */
    public RuleViolations(List<Violation> violations) {
        super(String.join(
                "; ",
                violations.stream().map(v -> v.field() + ": " + v.message()).toList()));
        this.violations = List.copyOf(violations);
    }

    /** Takes a single one. */
    public RuleViolations(String field, String message) {
        this(List.of(new Violation(field, message)));
    }

    /** Returns them in the order they were found. */
    public List<Violation> violations() {
        return violations;
    }
}
