package app.yarrowmark.server.setups;

import app.yarrowmark.server.catalogue.CatalogueRevision;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what is known of where the scores of setups come from true as runs arrive. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
public class SetupOrigins {

    private final SetupRepository setups;
    private final SetupLabels labels;
    private final CatalogueRevision revision;

    SetupOrigins(SetupRepository setups, SetupLabels labels, CatalogueRevision revision) {
        this.setups = setups;
        this.labels = labels;
        this.revision = revision;
    }

    /**
     * A run that was kept.
     *
     * @param origin list that it is from; empty if this desk measured it
     */
    public record Arrival(long setupId, String origin) {}

    /** Lets setups be read anew where new runs, written before, change where their scores come from. */
    public void arrived(Collection<Arrival> runs) {
        Map<Long, SetupLabel> known = labels.all();
        List<Long> maybe = runs.stream()
                .filter(run -> !known.containsKey(run.setupId())
                        || !known.get(run.setupId()).origin().equals(run.origin()))
                .map(Arrival::setupId)
                .distinct()
                .toList();
        if (!maybe.isEmpty()
                && setups.origins(maybe).stream()
                        .anyMatch(o -> !known.containsKey(o.setupId())
                                || !known.get(o.setupId()).origin().equals(o.words()))) {
            revision.next();
        }
    }
}
