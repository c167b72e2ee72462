package app.yarrowmark.server.catalogue;

/** One physical sample. */
public record UnitView(long id, long modelId, String label) {}
