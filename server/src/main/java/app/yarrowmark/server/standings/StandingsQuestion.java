package app.yarrowmark.server.standings;

import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.subjects.Pool;
import app.yarrowmark.server.subjects.Speaker;
import app.yarrowmark.server.subjects.SubjectKey;
import app.yarrowmark.server.subjects.SubjectService;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What is ranked by what, as an address asks it; what it leaves out is usual.
 *
 * @param group to rank by; overall if absent
 * @param test number of the one metric to rank by; all of the group if absent
 * @param ranked {@code setup} (usual), {@code model}, or the key of a fact whose values are ranked
 * @param speaks which setup speaks for a model, as {@link Speaker#parse} reads it
 * @param weight of a group in overall, such as {@code PROCESSOR:40}; the desk's for those not named, 0 leaves one out
 * @param reference key of the subject whose index is 100; the one in the middle if absent
 * @param tuned whether tuned setups are in the pool; as shipped only if absent
 * @param origin whether lists from elsewhere are; both if absent
 * @param steep whether tests are brought to one steepness before subjects are ranked, see
 *     {@link app.yarrowmark.core.rank.Steepness}; they are not if absent
 */
record StandingsQuestion(
        @Nullable TestGroup group,
        @Nullable Long test,
        @Nullable String ranked,
        @Nullable String speaks,
        @Nullable List<String> weight,
        @Nullable String reference,
        @Nullable DeviceKind kind,
        @Nullable Integer yearFrom,
        @Nullable Integer yearTo,
        @Nullable Double priceTo,
        @Nullable String maker,
        @Nullable String tag,
        Pool.@Nullable Tuned tuned,
        Pool.@Nullable Origin origin,
        @Nullable Boolean steep) {

    /** Which fits it needs: everything but weights and reference, which change no fit. */
    record Fitted(
            String ranked,
            Speaker speaker,
            Pool pool,
            @Nullable Long test,
            boolean steep) {

        Fitted usual() {
            return new Fitted(ranked, speaker, pool, test, false);
        }
    }

    Fitted fitted() {
        return new Fitted(
                ranked == null ? SubjectService.SETUPS : ranked,
                Speaker.parse(speaks == null ? "" : speaks),
                new Pool(
                        kind,
                        yearFrom,
                        yearTo,
                        priceTo,
                        maker,
                        tag,
                        tuned == null ? Pool.Tuned.SHIPPED : tuned,
                        origin == null ? Pool.Origin.BOTH : origin),
                test,
                Boolean.TRUE.equals(steep));
    }

    /** How much each group counts in overall; those that are not there do not. */
    record Weights(Map<TestGroup, Double> byGroup) {

        double of(TestGroup group) {
            return byGroup.getOrDefault(group, 0.0);
        }
    }

    /**
     * Returns the weights that the reader asks for.
     *
     * @param usual of the desk, for groups that the reader does not name
     */
    Weights weights(Weights usual) {
        Map<TestGroup, Double> weights = new EnumMap<>(TestGroup.class);
        weights.putAll(usual.byGroup());
        for (String text : weight == null ? List.<String>of() : weight) {
            try {
                String[] parts = text.split(":", 2);
                double value = Double.parseDouble(parts[1]);
                if (!(value >= 0 && value <= 1000)) {
                    throw new IllegalArgumentException();
                }
                weights.put(TestGroup.valueOf(parts[0].toUpperCase(Locale.ROOT)), value);
            } catch (IllegalArgumentException | ArrayIndexOutOfBoundsException e) {
                throw new RuleViolations(
                        "weight",
                        "is a group of tests and a number from 0 to 1000, such as PROCESSOR:40; got \"" + text + "\"");
            }
        }
        return new Weights(weights);
    }

    @Nullable
    SubjectKey referenceKey() {
        return reference == null ? null : SubjectKey.parse(reference);
    }
}
