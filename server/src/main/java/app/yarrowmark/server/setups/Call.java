package app.yarrowmark.server.setups;

import org.jspecify.annotations.Nullable;

/**
 * What a person made of a difference that nobody had named.
 *
 * @param meant whether it belongs to the change after all; else it is a caveat
 * @param note in their words
 */
public record Call(boolean meant, @Nullable String note, String who) {}
