package app.yarrowmark.server.scorebook;

import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.KnownFault;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.suites.Suite;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;

/** Tells which metrics of a suite are known to be broken in a setup, and so do not count there. */
@Service
public class KnownFaults {

    private final FactService facts;
    private final SetupFacts setupFacts;

    KnownFaults(FactService facts, SetupFacts setupFacts) {
        this.facts = facts;
        this.setupFacts = setupFacts;
    }

    /** Returns why a metric of a run does not count, by metric key, totals that rest on a broken part included. */
    public Map<String, String> of(Suite suite, long setupId, Instant startedAt) {
        Map<String, String> broken = new LinkedHashMap<>();
        String day = day(startedAt);
        for (KnownFault fault : concerning(suite, setupId)) {
            if (fault.covers(day)) {
                for (String key : suite.sheet().touchedBy(fault.metric())) {
                    broken.putIfAbsent(
                            key,
                            key.equals(fault.metric())
                                    ? "known fault: " + fault.note()
                                    : "rests on " + name(suite, fault.metric()) + ", which has a known fault: "
                                            + fault.note());
                }
            }
        }
        return broken;
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
