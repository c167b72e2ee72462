package app.yarrowmark.core.rank;

/**
 * What a fitted model says of a cell that it has not seen.
 *
 * @param log expected logarithm of the score, up is better
 * @param variance of a new cell around it, without the new cell's own noise
 * @param dof degrees of freedom for a range
 */
public record Prediction(double log, double variance, double dof) {}
