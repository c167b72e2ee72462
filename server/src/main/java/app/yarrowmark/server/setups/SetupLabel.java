package app.yarrowmark.server.setups;

import app.yarrowmark.server.catalogue.DeviceKind;

/**
 * What a row says of a setup.
 *
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
        boolean tuned,
        boolean onlyOne,
        String origin) {

    /** Returns maker, model and, where there are others, the setup's name. */
    public String text() {
        return onlyOne ? maker + " " + model : maker + " " + model + ", " + name;
    }
}
