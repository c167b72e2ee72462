package app.yarrowmark.server.catalogue;

import org.jspecify.annotations.Nullable;

/**
 * A model as it should be.
 *
 * @param edition of the model that was changed; another one kept meanwhile is not overwritten
 */
public record ModelEdit(
        String maker,
        String name,
        DeviceKind kind,
        @Nullable Integer year,
        ModelDetails details,
        int edition) {}
