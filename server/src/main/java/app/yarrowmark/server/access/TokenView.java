package app.yarrowmark.server.access;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A token, without its secret.
 *
 * @param id by which it is ended
 * @param role what a script may do
 * @param name what a script is for, or what a device calls its program
 * @param madeBy who made it on the page; absent for those of devices and of the command
 * @param sittingId the sitting of a device
 * @param expiresAt absent if it does not run out
 * @param good whether it still opens anything
 */
public record TokenView(
        String id,
        Caller.Scope scope,
        Role role,
        String name,
        @Nullable String madeBy,
        @Nullable Long sittingId,
        Instant createdAt,
        @Nullable Instant lastUsedAt,
        @Nullable Instant expiresAt,
        @Nullable Instant endedAt,
        @Nullable String endedReason,
        boolean good) {}
