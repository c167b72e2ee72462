package app.yarrowmark.server.follow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.anyCollection;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.yarrowmark.core.exchange.OwnFacts;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactGroup;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.follow.LineFinder.Found;
import app.yarrowmark.server.setups.SetupDifferences;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.setups.SetupView.DifferenceView;
import app.yarrowmark.server.setups.SetupView.Standing;
import app.yarrowmark.server.setups.TestLabels;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Which setups of a unit follow each other, and what is followed along them. */
class LineFinderTest {

    private final Map<Long, SetupLabel> labels = new LinkedHashMap<>();
    private final Map<Long, Facts> facts = new HashMap<>();
    private final Map<Long, List<DifferenceView>> differences = new HashMap<>();
    private LineFinder finder;

    @BeforeEach
    void begin() {
        SetupLabels setupLabels = mock();
        SetupFacts setupFacts = mock();
        SetupDifferences setupDifferences = mock();
        FactService words = mock(FactService.class);
        when(setupLabels.all()).thenReturn(labels);
        when(setupFacts.of(anyCollection())).thenAnswer(call -> {
            Map<Long, Facts> found = new HashMap<>();
            call.<Collection<Long>>getArgument(0)
                    .forEach(id -> found.put(id, facts.getOrDefault(id, Facts.of(List.of()))));
            return found;
        });
        when(setupDifferences.of(anyCollection())).thenReturn(differences);
        when(words.dictionary()).thenReturn(FactDictionary.of(OwnFacts.all()));
        finder = new LineFinder(setupLabels, setupFacts, setupDifferences, words);
    }

    @Test
    void theLineIsTheLongestThroughTheSetup() {
        setup(1, null);
        setup(2, 1L);
        setup(3, 2L);
        // A side step, and what came of the main line.
        setup(4, 1L);
        setup(5, 3L);
        assertThat(line(2)).containsExactly(1L, 2L, 3L, 5L);
        assertThat(line(5)).containsExactly(1L, 2L, 3L, 5L);
        assertThat(line(4)).containsExactly(1L, 4L);
        assertThat(line(1)).containsExactly(1L, 2L, 3L, 5L);
    }

    @Test
    void ofTwoBranchesOfOneLengthTheNewerIsFollowed() {
        setup(1, null);
        setup(2, 1L);
        setup(3, 1L);
        assertThat(line(1)).containsExactly(1L, 3L);
    }

    @Test
    void setupsThatNobodySaidCameOfEachOtherFollowInTheirOrder() {
        setup(1, null);
        setup(2, null);
        setup(3, null);
        assertThat(line(2)).containsExactly(1L, 2L, 3L);
        assertThat(finder.units())
                .singleElement()
                .satisfies(u -> assertThat(List.of(u.versions(), u.setups())).containsExactly(3, 3));
    }

    @Test
    void aLineHasTheNewestSixty() {
        LongStream.rangeClosed(1, 70).forEach(i -> setup(i, i == 1 ? null : i - 1));
        assertThat(line(70)).hasSize(60).startsWith(11L).endsWith(70L);
    }

    @Test
    void unitsAreListedByTheLengthOfTheirLine() {
        setup(1, null);
        setup(2, 1L);
        setup(3, null, "B");
        setup(4, 3L, "B");
        setup(5, 4L, "B");
        setup(6, null, "C");
        assertThat(finder.units()).extracting(LineView.UnitLine::unit).containsExactly("B", "A");
        assertThat(finder.units()).extracting(LineView.UnitLine::lastSetup).containsExactly(5L, 2L);
    }

    @Test
    void whatWasChangedOnPurposeMostOftenIsFollowed() {
        for (long i = 1; i <= 3; i++) {
            setup(i, i == 1 ? null : i - 1);
            facts.put(
                    i,
                    Facts.of(List.of(
                            Fact.read("browser.version", String.valueOf(111 + i), ""),
                            Fact.read("system.version", i == 3 ? "14.3" : "14.2", ""),
                            Fact.read("memory.size", "8", "GiB"))));
        }
        differences.put(2L, List.of(meant("browser.version")));
        differences.put(3L, List.of(meant("browser.version"), meant("system.version")));
        List<LineView.Factor> factors = finder.through(1).factors();
        // Memory never moved.
        assertThat(factors).extracting(LineView.Factor::key).containsExactly("browser.version", "system.version");
        assertThat(factors).extracting(LineView.Factor::values).containsExactly(3, 2);
    }

    @Test
    void versionsGoByTheirNumbersAndWhatHasNoneIsLeftOut() {
        version(1, "9.10");
        version(2, "10.2");
        version(3, "9.9");
        version(4, null);
        version(5, "10.2");
        Found found = finder.through(5);
        assertThat(ids(found.setups())).containsExactly(1L, 2L, 3L, 4L, 5L);
        assertThat(ids(finder.byValue(found, "browser.version"))).containsExactly(3L, 1L, 2L, 5L);
        assertThat(ids(finder.byValue(found, null))).containsExactly(1L, 2L, 3L, 4L, 5L);
    }

    @Test
    void theChosenAreALineInTheOrderGivenFromTwoToSixty() {
        setup(1, null);
        setup(2, null);
        assertThat(ids(finder.of(List.of(2L, 1L)).setups())).containsExactly(2L, 1L);
        assertThatThrownBy(() -> finder.of(List.of(1L))).hasMessageContaining("two to 60 setups make a line, got 1");
        assertThatThrownBy(() -> finder.of(List.of(1L, 2L, 1L)))
                .hasMessageContaining("each setup stands once in a line, got [1, 2, 1]");
        assertThatThrownBy(() -> finder.of(List.of(1L, 99L))).hasMessage("There is no setup number 99.");
        assertThatThrownBy(() -> finder.through(99)).hasMessage("There is no setup number 99.");
    }

    private List<Long> line(long through) {
        return ids(finder.through(through).setups());
    }

    private static List<Long> ids(List<SetupLabel> line) {
        return line.stream().map(SetupLabel::setupId).toList();
    }

    private void version(long id, @Nullable String version) {
        setup(id, null);
        List<Fact> all = new ArrayList<>();
        all.add(
                version == null
                        ? Fact.unknown("browser.version", "not read")
                        : Fact.read("browser.version", version, ""));
        facts.put(id, Facts.of(all));
    }

    private void setup(long id, @Nullable Long parent) {
        setup(id, parent, "A");
    }

    private void setup(long id, @Nullable Long parent, String unit) {
        labels.put(id, TestLabels.named(id, 1, DeviceKind.TABLET, unit, parent));
    }

    private static DifferenceView meant(String key) {
        return new DifferenceView(key, key, FactGroup.SYSTEM, "a", "b", Standing.MEANT, List.of(), null);
    }
}
