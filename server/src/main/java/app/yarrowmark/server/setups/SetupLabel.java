package app.yarrowmark.server.setups;

import app.yarrowmark.server.catalogue.DeviceKind;
import org.jspecify.annotations.Nullable;

/**
 * What a row says of a setup.
 *
 * @param ordinal which setup of its unit it is, from 1
 * @param parentId the setup it was changed from; absent for the first
 * @param onlyOne whether it is the only setup of its model, so that the model's name is enough
 * @param origin list from elsewhere that its scores come from; empty if this desk measured them
 */
public record SetupLabel(
        long setupId,
        long modelId,
        String maker,
        String model,
        DeviceKind kind,
        String unit,
        String name,
        int ordinal,
        @Nullable Long parentId,
        boolean tuned,
        boolean onlyOne,
        String origin) {

    /** Returns maker, model and, where there are others, the setup's name. */
    public String text() {
        return onlyOne ? maker + " " + model : maker + " " + model + ", " + name;
    }
}
