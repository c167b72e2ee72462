package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.catalogue.ModelDetails;
import app.yarrowmark.server.facts.FactKeyView;
import app.yarrowmark.server.setups.Tuning;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A desk as a file: models with their units, setups and runs, and the suites and facts they need.
 *
 * @param facts of this desk's own dictionary
 * @param sheets suite sheets as YAML texts
 */
public record DeskFile(
        @Nullable List<FactKeyView> facts, @Nullable List<String> sheets, List<ModelPart> models) {

    /** A model with its units. */
    public record ModelPart(
            String maker,
            String name,
            DeviceKind kind,
            @Nullable Integer year,
            @Nullable ModelDetails details,
            List<UnitPart> units) {}

    /**
     * A unit with its setups, parents before children.
     *
     * @param origin list from elsewhere that those of its runs are from that do not say
     */
    public record UnitPart(
            String label,
            @Nullable String variant,
            @Nullable String origin,
            List<SetupPart> setups) {}

    /**
     * A setup with what was run in it.
     *
     * @param parent name of the setup it was changed from
     * @param meant keys of the facts that were changed on purpose
     * @param calls what was made of other differences
     * @param facts as read by a program
     * @param typed facts that a person typed
     * @param note in the reviewer's words
     * @param flags on all runs here, or those of one suite
     * @param sat numbers of the sittings that its runs name, the first first; absent where all belong to one
     * @param suites to run, as {@code key version}
     * @param leftOut suites that are not run, as {@code key version}, with the reason
     * @param onDesk whether the device stays on the desk
     * @param ticked conditions that are ticked off
     */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    public record SetupPart(
            String name,
            @Nullable String parent,
            @Nullable Boolean tuned,
            @Nullable Tuning tuning,
            @Nullable List<String> meant,
            @Nullable List<CallPart> calls,
            @Nullable List<RunFile.FactLine> facts,
            @Nullable List<RunFile.FactLine> typed,
            @Nullable String note,
            @Nullable List<FlagPart> flags,
            @Nullable List<Long> sat,
            List<String> suites,
            @Nullable Map<String, String> leftOut,
            @Nullable Boolean onDesk,
            @Nullable List<String> ticked,
            @Nullable Double roomTemperature,
            @Nullable List<RunFile> runs,
            @Nullable List<ConfirmedPart> confirmed) {}

    /** Numbers of a run that looked wrong and were confirmed by a person, by the keys of their metrics. */
    public record ConfirmedPart(UUID run, List<String> metrics) {}

    /**
     * A flag on a whole setup, for runs to come too.
     *
     * @param suite the only suite it is about, as {@code key version}; all if absent
     */
    public record FlagPart(@Nullable String suite, RunFile.Flag flag, String note) {}

    /** What a person made of a difference that was not named. */
    public record CallPart(
            String key, boolean meant, @Nullable String note) {}
}
