package app.yarrowmark.server.evidence;

import java.time.Instant;
import java.util.UUID;

/**
 * A file kept with a run.
 *
 * @param size in bytes
 * @param thumbnail whether there is a small picture of it
 */
public record EvidenceView(
        long id,
        UUID runId,
        String name,
        String hash,
        String mediaType,
        int size,
        boolean thumbnail,
        Instant addedAt,
        String who) {}
