package app.yarrowmark.server.sittings;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** One unit in one setup on the desk; {@code closedAt} once it was taken off. */
public record Sitting(
        long id, long setupId, Instant openedAt, @Nullable Instant closedAt, List<Long> suiteIds) {}
