package app.yarrowmark.server.catalogue;

/**
 * One physical sample.
 *
 * @param variant which variant of the model it is; empty if there is only one
 * @param listed whether it is known from lists from elsewhere alone
 * @param edition counts up with every change
 */
public record UnitView(long id, long modelId, String label, String variant, boolean listed, int edition) {}
