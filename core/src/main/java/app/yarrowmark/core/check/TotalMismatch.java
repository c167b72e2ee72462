package app.yarrowmark.core.check;

import java.util.List;

/**
 * A total that its parts do not come to.
 *
 * @param metric key of the total
 * @param typed as it was read
 * @param computed what the parts come to
 * @param candidates how many corrections there are
 * @param best the likeliest corrections, at most five; empty if no single slip explains it
 */
public record TotalMismatch(String metric, double typed, double computed, int candidates, List<Correction> best) {}
