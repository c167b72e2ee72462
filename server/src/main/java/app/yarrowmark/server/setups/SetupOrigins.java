package app.yarrowmark.server.setups;

import app.yarrowmark.server.catalogue.CatalogueRevision;
import java.util.Collection;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what is known of where the scores of setups come from true as runs arrive. */
@Component
@Transactional(propagation = Propagation.MANDATORY)
public class SetupOrigins {

    private final SetupRepository setups;
    private final CatalogueRevision revision;

    SetupOrigins(SetupRepository setups, CatalogueRevision revision) {
        this.setups = setups;
        this.revision = revision;
    }

    /**
     * A run that is being kept.
     *
     * @param origin list that it is from; empty if this desk measured it
     */
    public record Arrival(long setupId, String origin) {}

    /** Lets setups be read anew where runs that are about to be written change where their scores come from. */
    public void arriving(Collection<Arrival> runs) {
        Map<Long, SetupOrigin> before = setups
                .origins(runs.stream().map(Arrival::setupId).distinct().toList())
                .stream()
                .collect(Collectors.toMap(SetupOrigin::setupId, o -> o));
        if (runs.stream().anyMatch(run -> changes(before.get(run.setupId()), run))) {
            revision.next();
        }
    }

    private static boolean changes(@Nullable SetupOrigin before, Arrival run) {
        return before == null
                ? !run.origin().isEmpty()
                : !before.and(run.origin()).words().equals(before.words());
    }
}
