package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.check.DisplayHold;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.KnownFault;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.suites.Suite;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;

/**
 * Tells which readings of a suite do not count in a setup: of metrics that are known to be broken there, and frame rates
 * that were held at the rate of its display.
 */
@Service
public class Uncounted {

    private final FactService facts;
    private final SetupFacts setupFacts;

    Uncounted(FactService facts, SetupFacts setupFacts) {
        this.facts = facts;
        this.setupFacts = setupFacts;
    }

    /**
     * Returns why a metric of a run does not count, by metric key, totals that rest on such a part included.
     *
     * @param values what was read, by metric key; what is not there yet is judged by its metric alone
     */
    public Map<String, String> of(Suite suite, long setupId, Instant startedAt, Map<String, Double> values) {
        Map<String, String> why = new LinkedHashMap<>();
        String day = day(startedAt);
        for (KnownFault fault : concerning(suite, setupId)) {
            if (fault.covers(day)) {
                put(
                        why,
                        suite,
                        fault.metric(),
                        "known fault: " + fault.note(),
                        "which has a known fault: " + fault.note());
            }
        }
        List<Metric> holdable = DisplayHold.metrics(suite.sheet()).stream()
                .filter(m -> values.containsKey(m.key()))
                .toList();
        if (!holdable.isEmpty()) {
            hold(setupId)
                    .ifPresent(hold -> holdable.stream()
                            .filter(m -> hold.holds(Maps.at(values, m.key())))
                            .forEach(m -> put(why, suite, m.key(), words(hold), "which was " + words(hold))));
        }
        return why;
    }

    private static void put(Map<String, String> why, Suite suite, String metric, String itself, String throughIt) {
        for (String key : suite.sheet().touchedBy(metric)) {
            why.putIfAbsent(key, key.equals(metric) ? itself : "rests on " + name(suite, metric) + ", " + throughIt);
        }
    }

    private static String words(DisplayHold hold) {
        return "held at the display\u2019s "
                + BigDecimal.valueOf(hold.rate()).stripTrailingZeros().toPlainString() + " Hz";
    }

    /** Returns what the pictures of a setup are held at; empty where nothing is known to hold them. */
    Optional<DisplayHold> hold(long setupId) {
        return DisplayHold.of(setupFacts.of(setupId));
    }

    /** Returns the faults of a suite whose conditions a setup meets, whatever the day. */
    List<KnownFault> concerning(Suite suite, long setupId) {
        if (suite.sheet().faults().isEmpty()) {
            return List.of();
        }
        Facts known = setupFacts.of(setupId);
        FactDictionary words = facts.dictionary();
        return suite.sheet().faults().stream()
                .filter(f -> f.where().stream().allMatch(c -> words.holds(c, known)))
                .toList();
    }

    /** The day of a run as the sheets write it, UTC. */
    static String day(Instant at) {
        return at.atZone(ZoneOffset.UTC).toLocalDate().toString();
    }

    private static String name(Suite suite, String metric) {
        return suite.sheet().metric(metric).map(m -> m.name()).orElse(metric);
    }
}
