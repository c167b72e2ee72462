package app.yarrowmark.server.subjects;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;
import static org.mockito.ArgumentMatchers.anyCollection;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.yarrowmark.core.exchange.OwnFacts;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactGroup;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.setups.SetupDifferences;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupView.DifferenceView;
import app.yarrowmark.server.setups.SetupView.Standing;
import app.yarrowmark.server.setups.TestLabels;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What differs between two subjects, and whether that was meant. */
class FactDifferencesTest {

    private final Map<Long, SetupLabel> labels = new HashMap<>();
    private final Map<Long, Facts> facts = new HashMap<>();
    private final Map<Long, List<DifferenceView>> called = new HashMap<>();
    private final SetupFacts setupFacts = mock(SetupFacts.class);
    private final SetupDifferences setupDifferences = mock(SetupDifferences.class);
    private FactDifferences differences;

    @BeforeEach
    void begin() {
        FactService words = mock(FactService.class);
        when(words.dictionary()).thenReturn(FactDictionary.of(OwnFacts.all()));
        when(setupFacts.of(anyCollection())).thenAnswer(call -> {
            Map<Long, Facts> found = new HashMap<>();
            call.<Collection<Long>>getArgument(0).forEach(id -> found.put(id, facts.get(id)));
            return found;
        });
        when(setupDifferences.of(anyCollection())).thenAnswer(call -> {
            Map<Long, List<DifferenceView>> found = new HashMap<>();
            call.<Collection<Long>>getArgument(0).forEach(id -> found.put(id, called.getOrDefault(id, List.of())));
            return found;
        });
        differences = new FactDifferences(setupFacts, setupDifferences, words);
    }

    @Test
    void betweenTwoDevicesWhatTheyAreBuiltOfIsMeantAndHowTheyWereSetUpIsNot() {
        setup(1, 1, null, read("cpu.model", "Maren M4"), read("drive.free", "61"), read("power.plan", "balanced"));
        setup(2, 2, null, read("cpu.model", "Halden H7"), read("drive.free", "48"), read("power.plan", "fast"));
        assertThat(between(1, 2))
                .containsOnly(
                        Map.entry("cpu.model", Standing.MEANT),
                        Map.entry("drive.free", Standing.UNMEANT),
                        Map.entry("power.plan", Standing.UNMEANT));
        // Nobody said anything of what lies between two devices.
        verify(setupDifferences, never()).of(List.of(1L, 2L));
    }

    @Test
    void alongOneUnitOnlyWhatWasNamedIsMeant() {
        setup(1, 1, null, read("memory.size", "8"), read("memory.channels", "one"));
        setup(2, 1, 1L, read("memory.size", "16"), read("memory.channels", "two"));
        called.put(2L, List.of(named("memory.size", Standing.MEANT, null)));
        assertThat(between(1, 2))
                .containsOnly(Map.entry("memory.size", Standing.MEANT), Map.entry("memory.channels", Standing.UNMEANT));
        // The same the other way round.
        assertThat(between(2, 1)).isEqualTo(between(1, 2));
    }

    @Test
    void whatWasNamedTwoStepsBackAndOnABranchStillCounts() {
        setup(1, 1, null, read("browser.version", "112"));
        setup(2, 1, 1L, read("browser.version", "113"));
        setup(3, 1, 2L, read("browser.version", "114"));
        setup(4, 1, 1L, read("browser.version", "112"), read("cpu.limit_long", "25"));
        called.put(2L, List.of(named("browser.version", Standing.MEANT, null)));
        called.put(3L, List.of(named("browser.version", Standing.CAVEAT, "it came by itself")));
        called.put(4L, List.of(named("cpu.limit_long", Standing.MEANT, null)));
        assertThat(between(1, 3)).containsOnly(Map.entry("browser.version", Standing.CAVEAT));
        assertThat(between(3, 4))
                .containsEntry("browser.version", Standing.CAVEAT)
                // Nobody had looked at the limit before it was raised.
                .containsEntry("cpu.limit_long", Standing.MEANT);
        List<FactDifference> all = differences.from(List.of(subject(1), subject(3)), 0, labels);
        assertThat(all).singleElement().extracting(FactDifference::note).isEqualTo("it came by itself");
    }

    @Test
    void whatNobodyCouldTellInBetweenDoesNotHideWhatWasNamed() {
        setup(1, 1, null, read("cpu.limit_long", "15"));
        setup(2, 1, 1L, Fact.unknown("cpu.limit_long", "not asked"));
        setup(3, 1, 2L, read("cpu.limit_long", "25"));
        called.put(2L, List.of(named("cpu.limit_long", Standing.UNKNOWN, null)));
        called.put(3L, List.of(named("cpu.limit_long", Standing.MEANT, null)));
        assertThat(between(1, 3)).containsOnly(Map.entry("cpu.limit_long", Standing.MEANT));
        assertThat(between(1, 2)).containsOnly(Map.entry("cpu.limit_long", Standing.UNKNOWN));
    }

    @Test
    void whatOneSideDoesNotTellIsUnknownAndSaysWhy() {
        setup(1, 1, null, read("cpu.model", "Maren M4"), Fact.unknown("drive.model", "no permission"));
        setup(2, 2, null, read("cpu.model", "Maren M4"), read("drive.model", "Peatline P1"));
        FactDifference drive =
                differences.from(List.of(subject(1), subject(2)), 0, labels).get(0);
        assertThat(drive.standing()).isEqualTo(Standing.UNKNOWN);
        assertThat(List.of(drive.before(), drive.after())).containsExactly("unknown: no permission", "Peatline P1");
        assertThat(drive.affects()).contains(TestGroup.STORAGE);
    }

    @Test
    void aPartHasTheFactsOnWhichAllThatBearItAgree() {
        setup(1, 1, null, read("cpu.model", "Maren M4"), read("memory.size", "8"), read("power.plan", "balanced"));
        setup(2, 2, null, read("cpu.model", "Maren M4"), read("memory.size", "16"), read("power.plan", "balanced"));
        setup(3, 3, null, read("cpu.model", "Halden H7"), read("memory.size", "8"), read("power.plan", "fast"));
        Subject part = new Subject(
                SubjectKey.ofFact("cpu.model", "Maren M4"),
                "Maren M4",
                "2 setups",
                null,
                false,
                "",
                null,
                List.of(1L, 2L));
        List<FactDifference> found = differences.from(List.of(subject(3), part), 0, labels);
        // Eight in one and sixteen in the other: the part has no memory of its own.
        assertThat(found)
                .extracting(FactDifference::key, FactDifference::standing)
                .containsExactlyInAnyOrder(tuple("cpu.model", Standing.MEANT), tuple("power.plan", Standing.UNMEANT));
    }

    @Test
    void aClaimWasNeverSetUp() {
        setup(1, 1, null, read("cpu.model", "Maren M4"));
        Subject claim = new Subject(
                SubjectKey.parse("claim-1"), "Ostrel Fen 1", "as claimed", DeviceKind.LAPTOP, false, "", 1L, List.of());
        assertThat(differences.from(List.of(subject(1), claim), 0, labels)).isEmpty();
        assertThat(differences.from(List.of(claim, subject(1)), 0, labels)).isEmpty();
    }

    @Test
    void alongALineEachIsHeldAgainstTheOneBefore() {
        setup(1, 1, null, read("browser.version", "112"));
        setup(2, 1, 1L, read("browser.version", "113"));
        setup(3, 1, 2L, read("browser.version", "113"));
        called.put(2L, List.of(named("browser.version", Standing.MEANT, null)));
        List<List<FactDifference>> along = differences.along(List.of(subject(1), subject(2), subject(3)), labels);
        assertThat(along).extracting(List::size).containsExactly(0, 1, 0);
        assertThat(along.get(1).get(0).standing()).isEqualTo(Standing.MEANT);
    }

    private Map<String, Standing> between(long reference, long other) {
        Map<String, Standing> found = new HashMap<>();
        differences
                .from(List.of(subject(reference), subject(other)), 0, labels)
                .forEach(d -> found.put(d.key(), d.standing()));
        return found;
    }

    private void setup(long id, long model, @Nullable Long parent, Fact... known) {
        labels.put(id, TestLabels.named(id, model, DeviceKind.LAPTOP, "A", parent));
        facts.put(id, Facts.of(List.of(known)));
    }

    private static Fact read(String key, String value) {
        String unit = key.equals("memory.size")
                ? "GiB"
                : key.equals("drive.free") ? "GB" : key.startsWith("cpu.limit") ? "W" : "";
        return Fact.read(key, value, unit);
    }

    private static DifferenceView named(String key, Standing standing, @Nullable String note) {
        return new DifferenceView(key, key, FactGroup.SYSTEM, "a", "b", standing, List.of(), note);
    }

    private Subject subject(long setup) {
        SetupLabel label = labels.get(setup);
        return new Subject(
                SubjectKey.ofSetup(setup),
                "Ostrel " + label.model(),
                label.detail(),
                label.kind(),
                false,
                "",
                label.modelId(),
                List.of(setup));
    }
}
