package app.yarrowmark.server.problems;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/** Thrown when what was sent breaks rules; lists every broken one, so that all can be mended at once. */
public final class RuleViolations extends RuntimeException {

    /** More would help nobody mend them. */
    public static final int MOST = 50;

    private final transient List<Violation> violations;

    /**
     * One broken rule.
     *
     * @param field at fault, as a path into what was sent, e.g. {@code readings[2].text}
     * @param message what is wrong and how to mend it
     */
    public record Violation(String field, String message) {}

    /** Takes at least one violation; of very many the first are told. */
    public RuleViolations(List<Violation> violations) {
        super(told(violations).stream().map(v -> v.field() + ": " + v.message()).collect(Collectors.joining("; ")));
        this.violations = told(violations);
    }

    /** Takes a single one. */
    public RuleViolations(String field, String message) {
        this(List.of(new Violation(field, message)));
    }

    /** @throws RuleViolations if an entry of a list that came in the address is blank */
    public static void requireEach(String parameter, List<?> values) {
        if (values.contains(null)) {
            throw new RuleViolations(parameter, "has a blank where a value should be");
        }
    }

    /** Returns them in the order they were found. */
    public List<Violation> violations() {
        return violations;
    }

    private static List<Violation> told(List<Violation> all) {
        if (all.size() <= MOST) {
            return List.copyOf(all);
        }
        List<Violation> first = new ArrayList<>(all.subList(0, MOST));
        first.add(new Violation("", "and " + (all.size() - MOST) + " more"));
        return List.copyOf(first);
    }
}
