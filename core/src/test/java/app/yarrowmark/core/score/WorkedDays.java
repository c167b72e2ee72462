package app.yarrowmark.core.score;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.written.Reading;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** The worked example of scores over days. */
public final class WorkedDays {

    private static final JsonNode IN = Golden.read("A2_days").get("inputs");
    private static final PooledNoise HISTORY = new PooledNoise(
            IN.get("within_variance").asDouble(), IN.get("within_dof").asDouble());

    private WorkedDays() {}

    static List<Contrast> contrasts(String test) {
        List<Contrast> found = new ArrayList<>();
        IN.get("history").get(test).get("setups").forEach(s -> found.addAll(Scoring.contrasts(days(s, 1e-9), HISTORY)));
        return found;
    }

    /** The score of one of its two setups, with the movement of its first test. */
    public static Score score(String setup, String cell) {
        return score(setup, cell, IN.get("resolution").asDouble());
    }

    /** The same of readings with other digits. */
    public static Score score(String setup, String cell, double resolution) {
        JsonNode learned = Golden.read("A2_days").get("expected").get("tests").get("browser/alder");
        double omega = learned.get("omega").asDouble();
        DayMovement movement =
                new DayMovement(omega * omega, learned.get("dof").asDouble(), DayMovement.Source.TEST, 3);
        return Scoring.score(days(IN.get("setup_" + setup).get(cell), resolution), HISTORY, movement);
    }

    private static List<List<Reading>> days(JsonNode of, double resolution) {
        return Arrays.stream(Golden.matrix(of))
                .map(day -> Arrays.stream(day)
                        .mapToObj(v -> new Reading(v, resolution))
                        .toList())
                .toList();
    }
}
