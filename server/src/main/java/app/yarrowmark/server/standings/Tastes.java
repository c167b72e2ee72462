package app.yarrowmark.server.standings;

import app.yarrowmark.core.rank.AdditiveFit;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.subjects.Pool;
import app.yarrowmark.server.subjects.Speaker;
import app.yarrowmark.server.subjects.SubjectService;
import java.util.EnumMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How much as widely devices differ from suite to suite as from test to test, as their standings know it. */
@Component
public class Tastes {

    /** Below this, what was taken before anything is known outweighs what was seen. */
    private static final int ENOUGH_DOF = 2;

    private final FitKeeper keeper;

    Tastes(FitKeeper keeper) {
        this.keeper = keeper;
    }

    /**
     * What was learned of a group of tests.
     *
     * @param ratio variance between suites over variance inside them
     * @param setups from how many it was learned
     */
    public record Taste(double ratio, int setups) {}

    /** Returns what the setups of a kind of device that hang together tell, by group; groups of which too little is known are not there. */
    public Map<TestGroup, Taste> of(@Nullable DeviceKind kind) {
        Map<TestGroup, Taste> known = new EnumMap<>(TestGroup.class);
        if (kind != null) {
            keeper.of(new StandingsQuestion.Fitted(
                            SubjectService.SETUPS, Speaker.USUAL, Pool.ofKind(kind), null, false))
                    .byGroup()
                    .forEach((group, fit) -> fit.parts().stream()
                            .map(GroupFit.Part::fit)
                            .findFirst()
                            .filter(f -> f.dofBetween() > ENOUGH_DOF)
                            .ifPresent(f -> known.put(group, taste(f))));
        }
        return known;
    }

    private static Taste taste(AdditiveFit fit) {
        return new Taste(fit.tasteSquared() / fit.tauSquared(), fit.theta().length);
    }
}
