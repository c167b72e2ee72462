package app.yarrowmark.server.setups;

import app.yarrowmark.server.catalogue.DeviceKind;
import org.jspecify.annotations.Nullable;

/**
 * What a row says of a setup.
 *
 * @param ordinal which setup of its unit it is, from 1
 * @param parentId the setup it was changed from; absent for the first
 * @param detail what tells it from the other setups of its model: its name, and its unit where setups of several units of the
 *     model bear that name; empty if it is the only one
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
        String detail,
        String origin) {

    /** Returns the setup's name, with its unit where that tells it from another. */
    public String called() {
        return detail.isEmpty() ? name : detail;
    }

    /** Returns maker, model and, where there are others, what tells it from them. */
    public String text() {
        return detail.isEmpty() ? called(maker, model) : called(maker, model) + ", " + detail;
    }

    /** Returns maker and model; the model alone where nobody is known to have made it. */
    public static String called(String maker, String model) {
        return (maker + " " + model).strip();
    }
}
