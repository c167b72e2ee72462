package app.yarrowmark.server.access;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A token, without its secret.
 *
 * @param id by which it is ended
 * @param name what a script is for, or what a device calls its program
 * @param sittingId the sitting of a device
 * @param expiresAt absent if it does not run out
 * @param good whether it still opens anything
 */
public record TokenView(
        String id,
        Caller.Scope scope,
        String name,
        @Nullable Long sittingId,
        Instant createdAt,
        @Nullable Instant lastUsedAt,
        @Nullable Instant expiresAt,
        @Nullable Instant endedAt,
        @Nullable String endedReason,
        boolean good) {}
