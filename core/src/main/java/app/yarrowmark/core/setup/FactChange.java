package app.yarrowmark.core.setup;

/**
 * One fact that is not the same in two setups.
 *
 * @param key of the fact
 * @param before value with unit in the first
 * @param after value with unit in the second
 */
public record FactChange(String key, String before, String after) {}
