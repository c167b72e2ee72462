package app.yarrowmark.core.setup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.exchange.OwnFacts;
import app.yarrowmark.core.suite.KnownFault.Comparison;
import app.yarrowmark.core.suite.KnownFault.FactCondition;
import app.yarrowmark.core.suite.TestGroup;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FactDictionaryTest {

    private static final FactDictionary WORDS = FactDictionary.of(OwnFacts.all());

    @Test
    void theDictionaryOfOursIsWholeAndItsPageIsCurrent() throws IOException {
        assertThat(OwnFacts.all()).hasSizeGreaterThanOrEqualTo(80);
        assertThat(OwnFacts.all()).extracting(FactKey::key).doesNotHaveDuplicates();
        Path page = Path.of("..", "docs", "facts.md");
        if (Boolean.getBoolean("docs.rewrite")) {
            Files.writeString(page, OwnFacts.markdown());
        }
        assertThat(page).hasContent(OwnFacts.markdown());
    }

    @ParameterizedTest
    @CsvSource({
        "memory.size, 16, GiB, 16384, MiB, true",
        "memory.size, 16, GiB, 15.5, GiB, true",
        "memory.size, 8, GiB, 16, GiB, false",
        "drive.free, 61, GB, 60, GB, true",
        "drive.free, 61, GB, 48, GB, false",
        "system.name, Marram 14.2, '', marram  14.2.0, '', true",
        "system.name, Marram 14.2, '', Marram 14.10, '', false",
        "memory.channels, Two, '', two, '', true",
        "power.plan, balanced, '', quiet, '', false",
        "desk.shelf, Upper, '', upper, '', true"
    })
    void equalityIsJudgedByTheKindOfFact(String key, String a, String unitA, String b, String unitB, boolean same) {
        assertThat(WORDS.same(Fact.read(key, a, unitA), Fact.typed(key, b, unitB)))
                .isEqualTo(same);
    }

    @ParameterizedTest
    @CsvSource({
        "4.9, 4.10, -1",
        "4.1, 4.1.0, 0",
        "Wick 112, Wick 117, -1",
        "5-beta, 5, -1",
        "007, 7, 0",
        "Wick 112, Marram 112, 1"
    })
    void versionsAreOrderedAsPeopleMeanThem(String a, String b, int order) {
        assertThat(Integer.signum(Versions.compare(a, b))).isEqualTo(order);
        assertThat(Integer.signum(Versions.compare(b, a))).isEqualTo(-order);
    }

    @Test
    void aFactOfOnesOwnIsMadeOfItsName() {
        assertThat(FactKey.own(" Film d\u00e9coder (2) "))
                .extracting(FactKey::key, FactKey::words, FactKey::type)
                .containsExactly("own.film_decoder_2", "Film d\u00e9coder (2)", FactKey.Type.TEXT);
        assertThat(FactKey.own("\u8272").key())
                .isNotEqualTo(FactKey.own("\u6e29").key());
        assertThat(FactKey.own("long ".repeat(12)).key()).hasSizeLessThanOrEqualTo(60);
    }

    @Test
    void whatDiffersIsMeantUnmeantOrUnknown() {
        Facts before = Facts.of(List.of(
                Fact.read("memory.size", "8", "GiB"),
                Fact.read("memory.channels", "one", ""),
                Fact.read("drive.free", "61", "GB"),
                Fact.unknown("cpu.governor", "not asked"),
                Fact.read("cpu.model", "Maren M4-420", "")));
        Facts after = Facts.of(List.of(
                Fact.read("memory.size", "16", "GiB"),
                Fact.read("memory.channels", "two", ""),
                Fact.read("drive.free", "61.5", "GB"),
                Fact.read("cpu.governor", "quick", ""),
                Fact.read("cpu.model", "maren m4-420", ""),
                Fact.read("java.version", "17", "")));

        List<SetupDifference> found = SetupDifference.between(before, after, Set.of("memory.size"), WORDS);

        assertThat(found)
                .extracting(d -> d.key().key() + " " + d.standing())
                .containsExactly("cpu.governor UNKNOWN", "memory.size MEANT", "memory.channels UNMEANT");
        assertThat(found.get(2).affects()).contains(TestGroup.GRAPHICS, TestGroup.MEMORY);
        assertThat(SetupDifference.between(before, before, Set.of(), WORDS)).isEmpty();
    }

    @Test
    void aChangeThatWasNamedIsMeantThoughNobodyHadLookedBefore() {
        Facts before = Facts.of(List.of(Fact.read("memory.size", "8", "GiB"), Fact.unknown("cpu.boost", "not asked")));
        Facts after = Facts.of(List.of(
                Fact.read("memory.size", "8", "GiB"),
                Fact.typed("cpu.boost", "off", ""),
                Fact.typed("cpu.limit_long", "25", "W"),
                Fact.typed("power.plan", "quick", "")));
        assertThat(SetupDifference.between(before, after, Set.of("cpu.limit_long", "cpu.boost", "memory.size"), WORDS))
                .extracting(d -> d.key().key() + " " + d.standing())
                .containsExactlyInAnyOrder("cpu.boost MEANT", "cpu.limit_long MEANT");
    }

    @Test
    void conditionsOfKnownFaultsAreHeldAgainstFacts() {
        Facts facts = Facts.of(List.of(
                Fact.read("browser.name", "Wick 114", ""),
                Fact.read("memory.size", "16", "GiB"),
                Fact.unknown("system.name", "hidden")));
        assertThat(holds(facts, "browser.name", Comparison.BELOW, "Wick 115")).isTrue();
        assertThat(holds(facts, "browser.name", Comparison.AT_LEAST, "Wick 115"))
                .isFalse();
        assertThat(holds(facts, "browser.name", Comparison.IS, "wick 114.0")).isTrue();
        assertThat(holds(facts, "memory.size", Comparison.ABOVE, "9")).isTrue();
        assertThat(holds(facts, "memory.size", Comparison.IS_NOT, "16")).isFalse();
        assertThat(holds(facts, "system.name", Comparison.IS_NOT, "Marram 14")).isFalse();
    }

    @Test
    void anUnlistedFactMayAffectAnything() {
        assertThat(WORDS.get("desk.shelf").affects()).containsExactlyInAnyOrder(TestGroup.values());
        assertThat(WORDS.bySlip().compare("desk.shelf", "sensor.power")).isPositive();
        assertThat(WORDS.bySlip().compare("cpu.model", "cpu.cores")).isNegative();
    }

    @Test
    void aToleranceIsForNumbers() {
        assertThatThrownBy(() -> new FactKey(
                        "a.b",
                        "A",
                        FactGroup.OTHER,
                        FactKey.Type.TEXT,
                        "",
                        Set.of(),
                        .1,
                        false,
                        "",
                        List.of(),
                        List.of()))
                .hasMessage("a tolerance is 0 to 1 and for numbers only, got 0.1");
    }

    private static boolean holds(Facts facts, String key, Comparison comparison, String value) {
        return WORDS.holds(new FactCondition(key, comparison, value), facts);
    }
}
