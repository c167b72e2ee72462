package app.yarrowmark.server.history;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * Something that happened to a record.
 *
 * @param what in capitals, e.g. {@code SET_ASIDE}
 * @param reason why, or what exactly
 */
public record EventView(
        Instant at, String what, String who, @Nullable String reason) {}
