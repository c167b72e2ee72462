package app.yarrowmark.server.export;

import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.setups.SetupLabel;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Which rows of a table are taken, and what is told of each setup.
 *
 * @param kind of device; all if absent
 * @param suite number of the one suite; all if absent
 * @param setup number of the one setup; all if absent
 * @param fact keys of facts, a column each
 */
record TableQuestion(
        @Nullable DeviceKind kind,
        @Nullable Long suite,
        @Nullable Long setup,
        @Nullable List<String> fact) {

    List<String> facts() {
        return fact == null ? List.of() : fact;
    }

    boolean has(SetupLabel label) {
        return (kind == null || kind.equals(label.kind())) && (setup == null || setup == label.setupId());
    }

    boolean hasSuite(long id) {
        return suite == null || suite == id;
    }

    /** @throws RuleViolations if a fact is not in the dictionary */
    void check(FactService dictionary) {
        for (String key : facts()) {
            if (!dictionary.dictionary().has(key)) {
                throw new RuleViolations("fact", "there is no fact \"" + key + "\"; /api/v1/facts lists them");
            }
        }
    }
}
