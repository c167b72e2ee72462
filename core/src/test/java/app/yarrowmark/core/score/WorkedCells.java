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
        List<List<List<Reading>>> cells = new ArrayList<>();
        INPUTS.get("history_readings").forEach(c -> cells.add(List.of(readings(c, .1))));
        return NoisePool.of(cells).all();
    }

    /** The readings of one of its cells. */
    public static List<Reading> readings(String cell, double resolution) {
        return readings(INPUTS.get("cells").get(cell), resolution);
    }

    private static List<Reading> readings(JsonNode of, double resolution) {
        return Arrays.stream(Golden.doubles(of))
                .mapToObj(v -> new Reading(v, resolution))
                .toList();
    }

    /** The score of one of its cells. */
    public static Score score(String cell) {
        return Scoring.score(List.of(readings(cell, 0.1)), history(), Scores.STILL);
    }
}
