package app.yarrowmark.server.scorebook;

/**
 * One suite on one setup: what runs are repeats of, and what a score is of.
 *
 * @param setup number of the setup
 * @param suite number of the suite, of one version
 */
public record Cell(long setup, long suite) {}
