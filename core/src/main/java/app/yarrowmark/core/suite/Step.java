package app.yarrowmark.core.suite;

import java.util.List;

/**
 * A part of a long job, run by itself, with something to do by hand before it.
 *
 * @param name as people read it
 * @param before what to do by hand first; empty if nothing
 * @param minutes it takes
 * @param metrics keys of what it yields
 */
public record Step(String name, String before, double minutes, List<String> metrics) {

    /** Takes a copy of the keys. */
    public Step {
        metrics = List.copyOf(metrics);
    }
}
