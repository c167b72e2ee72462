package app.yarrowmark.server.runs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class RunChecksTest {

    private static final Instant NOW = Instant.parse("2026-05-04T10:00:00Z");
    private static final long SUITE_ID = 4;
    private static final Caller DEVICE = new Caller("runner", Caller.Scope.DEVICE, 7);
    private static final Caller PERSON = new Caller("Wren", Caller.Scope.PERSON, 0);
    private static final String SHEET = """
            key: oddments
            version: "1"
            name: Oddments
            group: storage
            metrics:
              - {key: speed, name: Speed, unit: MB/s}
              - {key: heat, name: Heat, unit: Cel, scale: interval, better: lower}
              - {key: boots, name: Boots, unit: "1", scale: check}
            """;

    private final SuiteService suites = mock();
    private final SittingService sittings = mock();
    private final SetupService setups = mock();
    private final RunChecks checks = new RunChecks(suites, sittings, setups, Clock.fixed(NOW, ZoneOffset.UTC));

    @BeforeEach
    void oneSuiteAndOneSitting() {
        Suite suite = new Suite(SUITE_ID, SheetReader.read(SHEET), Map.of("speed", 41L, "heat", 42L, "boots", 43L));
        when(suites.find("oddments", "1")).thenReturn(Optional.of(suite));
        when(sittings.setupOf(7)).thenReturn(Optional.of(70L));
        when(setups.exists(70)).thenReturn(true);
    }

    @Test
    void aSoundRunIsPlacedInItsSittingsSetup() {
        RunChecks.Checked checked =
                checks.check(new Draft().reading("speed", "41.20").run(), PERSON);
        assertThat(checked.setupId()).isEqualTo(70);
        assertThat(checked.sittingId()).isEqualTo(7);
        assertThat(checked.readings().get("speed").text()).isEqualTo("41.20");
        assertThat(checked.readings().get("speed").reading().resolution()).isEqualTo(0.01);
    }

    @Test
    void aRunWithoutASittingNamesItsSetup() {
        Draft draft = new Draft().reading("speed", "41");
        draft.sitting = null;
        assertThat(faults(draft)).containsExactly("sitting: a run names the sitting or the setup it was measured in");
        draft.setup = 70L;
        assertThat(checks.check(draft.run(), PERSON).sittingId()).isNull();
        draft.setup = 71L;
        assertThat(faults(draft)).containsExactly("setup: there is no setup number 71");
    }

    @Test
    void aDevicesTokenPlacesItsRuns() {
        Draft draft = new Draft().reading("speed", "41");
        draft.sitting = null;
        onDesk(null, SUITE_ID);
        assertThat(checks.check(draft.run(), DEVICE).setupId()).isEqualTo(70);
        assertThat(checks.check(draft.run(), DEVICE).late()).isNull();
    }

    @Test
    void aDeviceSendsWhatItsRunSheetHas() {
        Draft draft = new Draft().reading("speed", "41");
        onDesk(null, SUITE_ID + 1);
        assertThatThrownBy(() -> checks.check(draft.run(), DEVICE))
                .hasMessage("suite: is not on this device's run sheet: add it on the Desk first");
        assertThat(checks.check(draft.run(), PERSON).late()).isNull();
    }

    @Test
    void offTheDeskADeviceSendsWhatWasBegunBeforeSetAside() {
        Draft draft = new Draft().reading("speed", "41");
        onDesk(draft.start.plusSeconds(1), SUITE_ID);
        assertThat(checks.check(draft.run(), DEVICE).late())
                .isEqualTo("the device was taken off the desk before this run was sent");
        onDesk(draft.start.minusSeconds(1), SUITE_ID);
        assertThatThrownBy(() -> checks.check(draft.run(), DEVICE)).hasMessageContaining("put it back on first");
    }

    @Test
    void aDevicesClockIsNotHeldAgainstOurs() {
        Draft draft = new Draft().reading("speed", "41");
        onDesk(null, SUITE_ID);
        draft.start = NOW.plusSeconds(40_000_000);
        draft.end = draft.start.plusSeconds(60);
        assertThat(checks.check(draft.run(), DEVICE).setupId()).isEqualTo(70);
    }

    private void onDesk(Instant closed, long suite) {
        when(sittings.get(7))
                .thenReturn(new Sitting(
                        7, 70, NOW, closed, List.of(new Sitting.Planned(suite, null, null)), List.of(), null));
    }

    @Test
    void scalesAllowWhatTheyAllow() {
        checks.check(new Draft().reading("heat", "-4.5").reading("boots", "1").run(), PERSON);
        assertThat(faults(new Draft().reading("boots", "2").reading("speed", "0")))
                .containsExactly(
                        "readings[0].text: Boots: is passed or failed, got \"2\"",
                        "readings[1].text: Speed: must be more than 0 MB/s, because this test is compared by how many"
                                + " times as much; where there is no result, leave it out and say why, and where 0 is a"
                                + " result, have the suite compare it by difference");
        assertThat(faults(new Draft().reading("speed", "4").reading("speed", "5")))
                .containsExactly("readings[1].metric: speed stands twice");
    }

    @Test
    void timesMustBePossible() {
        Draft draft = new Draft().reading("speed", "4");
        draft.start = NOW.plusSeconds(200_000);
        draft.end = NOW;
        assertThat(faults(draft))
                .containsExactly(
                        "endedAt: lies before startedAt, 2026-05-06T17:33:20Z",
                        "startedAt: lies more than a day ahead of this server's clock: 2026-05-06T17:33:20Z");
        draft.start = Instant.EPOCH;
        assertThat(faults(draft)).containsExactly("startedAt: lies before the year 2000: 1970-01-01T00:00:00Z");
    }

    @Test
    void aRunThatIsNotDoneSaysWhyAndNeedsNoReading() {
        Draft draft = new Draft();
        assertThat(faults(draft)).containsExactly("readings: a run that is done has at least one reading");
        draft.state = RunFile.State.FAILED;
        assertThat(faults(draft)).containsExactly("reason: a run that failed or was set aside says why");
        draft.reason = "it would not install";
        assertThat(checks.check(draft.run(), PERSON).readings()).isEmpty();
    }

    @Test
    void factsAreKnownOrHaveAReason() {
        Draft draft = new Draft().reading("speed", "4");
        draft.facts = List.of(
                new RunFile.FactLine("cpu.model", "Maren M4", null, null),
                new RunFile.FactLine("cpu.cores", null, null, null),
                new RunFile.FactLine("Memory Size", "8", "GiB", null),
                new RunFile.FactLine("drive.model", "x".repeat(201), "", null));
        assertThat(faults(draft))
                .containsExactly(
                        "facts[1]: cpu.cores is unknown without a reason",
                        "facts[2]: a fact's key is words in lower case joined by dots, such as memory.size, got"
                                + " \"Memory Size\"",
                        "facts[3].value: has 201 characters; at most 200 are kept");
        draft.facts = Collections.nCopies(301, new RunFile.FactLine("cpu.model", "Maren M4", null, null));
        assertThat(faults(draft)).containsExactly("facts: are at most 300, got 301");
    }

    @Test
    void samplesAreNumbersWithAMarkEach() {
        Draft draft = new Draft().reading("speed", "4");
        draft.samples = List.of(
                new RunFile.SampleLine("speed", new double[] {4, Double.NaN}, "cc"),
                new RunFile.SampleLine("sped", new double[] {4}, "c"));
        assertThat(faults(draft))
                .containsExactly(
                        "samples[0].values: holds what is no number: NaN",
                        "samples[1].metric: oddments 1 has no metric \"sped\"; it has [speed, heat, boots]");
    }

    private List<String> faults(Draft draft) {
        return catchThrowableOfType(RuleViolations.class, () -> checks.check(draft.run(), PERSON)).violations().stream()
                .map(v -> v.field() + ": " + v.message())
                .toList();
    }

    /** A run in the making; sound until something is changed. */
    private static final class Draft {

        private final List<RunFile.ReadingLine> readings = new java.util.ArrayList<>();
        private @Nullable Long sitting = 7L;
        private @Nullable Long setup;
        private RunFile.State state = RunFile.State.DONE;
        private @Nullable String reason;
        private Instant start = NOW.minusSeconds(60);
        private Instant end = NOW;
        private @Nullable List<RunFile.FactLine> facts;
        private @Nullable List<RunFile.SampleLine> samples;

        Draft reading(String metric, String text) {
            readings.add(new RunFile.ReadingLine(metric, text));
            return this;
        }

        RunFile run() {
            return new RunFile(
                    UUID.randomUUID(),
                    new RunFile.Suite("oddments", "1"),
                    sitting,
                    setup,
                    state,
                    reason,
                    start,
                    end,
                    new RunFile.Sender("desk", "1"),
                    null,
                    facts,
                    readings,
                    samples,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null);
        }
    }
}
