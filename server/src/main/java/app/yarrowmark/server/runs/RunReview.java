package app.yarrowmark.server.runs;

import java.util.Collection;
import org.springframework.stereotype.Service;

/** Reviews many cells after an import, each in a transaction of its own. */
@Service
public class RunReview {

    private final RunService runs;

    RunReview(RunService runs) {
        this.runs = runs;
    }

    /** Looks for numbers that look wrong in every run of the cells; returns how many runs have one. */
    public int all(Collection<RunService.Cell> cells) {
        var session = runs.reviewing(cells.size());
        return cells.stream()
                .mapToInt(c -> runs.review(c.setupId(), c.suiteId(), session))
                .sum();
    }
}
