package app.yarrowmark.server.catalogue;

/**
 * One physical sample, or a list from elsewhere that stands for one.
 *
 * @param variant which variant of the model it is; empty if there is only one
 * @param origin where its scores come from; empty if this desk measured them
 * @param edition counts up with every change
 */
public record UnitView(long id, long modelId, String label, String variant, String origin, int edition) {}
