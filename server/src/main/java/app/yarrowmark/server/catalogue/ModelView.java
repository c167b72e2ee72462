package app.yarrowmark.server.catalogue;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A model with its units, by label.
 *
 * @param edition counts up with every change
 */
public record ModelView(
        long id,
        String maker,
        String name,
        DeviceKind kind,
        @Nullable Integer year,
        List<UnitView> units,
        ModelDetails details,
        int edition) {}
