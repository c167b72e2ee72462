package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.problems.RuleViolations;
import java.util.ArrayList;
import java.util.List;

/** Facts as devices send them. */
public final class FactReading {

    private FactReading() {}

    /**
     * Returns the facts that the lines stand for.
     *
     * @throws RuleViolations with every line that stands for none
     */
    public static Facts facts(List<RunFile.FactLine> lines) {
        List<RuleViolations.Violation> faults = new ArrayList<>();
        List<Fact> facts = RunChecks.facts(lines, faults);
        if (!faults.isEmpty()) {
            throw new RuleViolations(faults);
        }
        return Facts.of(facts);
    }
}
