package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.server.catalogue.DeviceKind;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A desk as a file: models with their units, setups and runs, and the suites they need.
 *
 * @param sheets suite sheets as YAML texts
 */
public record DeskFile(@Nullable List<String> sheets, List<ModelPart> models) {

    /** A model with its units. */
    public record ModelPart(
            String maker,
            String name,
            DeviceKind kind,
            @Nullable Integer year,
            List<UnitPart> units) {}

    /** A unit with its setups, parents before children. */
    public record UnitPart(String label, List<SetupPart> setups) {}

    /**
     * A setup with what was run in it.
     *
     * @param parent name of the setup it was changed from
     * @param suites to run, as {@code key version}
     * @param onDesk whether the device stays on the desk
     */
    public record SetupPart(
            String name,
            @Nullable String parent,
            @Nullable Boolean tuned,
            @Nullable List<RunFile.FactLine> facts,
            List<String> suites,
            @Nullable Boolean onDesk,
            @Nullable List<RunFile> runs) {}
}
