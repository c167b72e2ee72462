package app.yarrowmark.core.score;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.written.Reading;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** The readings of the worked example of a score. */
public final class WorkedCells {

    private static final JsonNode INPUTS = Golden.read("A_cell").get("inputs");

    private WorkedCells() {}

    /** The noise that the example's history tells. */
    public static PooledNoise history() {
        List<double[]> cells = new ArrayList<>();
        INPUTS.get("history_readings")
                .forEach(c -> cells.add(
                        Arrays.stream(Golden.doubles(c)).map(Math::log).toArray()));
        return NoisePool.of(cells).all();
    }

    /** The readings of one of its cells. */
    public static List<Reading> readings(String cell, double resolution) {
        return Arrays.stream(Golden.doubles(INPUTS.get("cells").get(cell)))
                .mapToObj(v -> new Reading(v, resolution))
                .toList();
    }

    /** The score of one of its cells. */
    public static Score score(String cell) {
        return Scoring.score(readings(cell, 0.1), history());
    }
}
