package app.yarrowmark.server.setups;

import app.yarrowmark.server.catalogue.DeviceKind;
import org.jspecify.annotations.Nullable;

/** Labels of setups as tests need them. */
public final class TestLabels {

    private TestLabels() {}

    /** Returns a laptop as shipped, measured here. */
    public static SetupLabel laptop(long id) {
        return new SetupLabel(id, 1, "Ostrel", "Fen 13", DeviceKind.LAPTOP, "A", "as shipped", 1, null, false, "", "");
    }

    /** Returns a setup named after its number, which also tells it from the others of its model. */
    public static SetupLabel named(long id, long model, DeviceKind kind, String unit, @Nullable Long parent) {
        String name = "s" + id;
        return new SetupLabel(id, model, "Ostrel", "Fen " + model, kind, unit, name, (int) id, parent, false, name, "");
    }
}
