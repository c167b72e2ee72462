package app.yarrowmark.server.catalogue;

/**
 * One physical sample, or a list from elsewhere that stands for one.
 *
 * @param variant which variant of the model it is; empty if there is only one
 * @param origin where its scores come from; empty if this desk measured them
 */
public record UnitView(long id, long modelId, String label, String variant, String origin) {}
