package app.yarrowmark.server.runs;

import java.util.List;

/**
 * What a person typed of a series.
 *
 * @param places as written; none where they were not typed
 * @param texts values as written, one for each point
 */
public record TypedSeries(List<String> places, List<String> texts) {}
