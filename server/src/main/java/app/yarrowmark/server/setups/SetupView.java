package app.yarrowmark.server.setups;

import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.server.catalogue.DeviceKind;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A setup with its facts and where it belongs.
 *
 * @param label short, for a row: model, and the setup's name
 * @param ordinal which setup of its unit it is, from 1
 * @param changes what differs from its parent; empty without one
 */
public record SetupView(
        long id,
        long unitId,
        String unitLabel,
        long modelId,
        String maker,
        String model,
        DeviceKind kind,
        String name,
        int ordinal,
        @Nullable Long parentId,
        @Nullable String parentName,
        boolean tuned,
        String fingerprint,
        List<FactView> facts,
        List<ChangeView> changes) {

    /** One fact; with a reason instead of a value where it is unknown. */
    public record FactView(
            String key,
            String name,
            String group,
            @Nullable String value,
            String unit,
            Fact.Origin origin,
            @Nullable String reason) {}

    /** One fact that is not the same as before. */
    public record ChangeView(String key, String name, String before, String after) {}
}
