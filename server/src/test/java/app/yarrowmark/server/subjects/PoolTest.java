package app.yarrowmark.server.subjects;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.catalogue.ModelDetails;
import app.yarrowmark.server.catalogue.ModelDetails.Price;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.subjects.Pool.Origin;
import app.yarrowmark.server.subjects.Pool.Tuned;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Who is in a pool, who speaks for a model, and how subjects are named in an address. */
class PoolTest {

    @ParameterizedTest
    @CsvSource({
        "SHIPPED, BOTH, false, '', true",
        "SHIPPED, BOTH, true, '', false",
        "TUNED, BOTH, true, '', true",
        "TUNED, BOTH, false, '', false",
        "BOTH, BOTH, true, a list, true",
        "BOTH, OWN, false, '', true",
        "BOTH, OWN, false, a list, false",
        "BOTH, ELSEWHERE, false, a list, true",
        "BOTH, ELSEWHERE, false, '', false"
    })
    void tunedOnesAndListsFromElsewhereComeByChoice(
            Tuned tuned, Origin origin, boolean isTuned, String list, boolean in) {
        Pool pool = new Pool(null, null, null, null, null, null, tuned, origin);
        assertThat(pool.has(label(isTuned, list))).isEqualTo(in);
    }

    @Test
    void kindAndMakerAreThoseOfTheLabel() {
        assertThat(Pool.ofKind(DeviceKind.LAPTOP).has(label(false, ""))).isTrue();
        assertThat(Pool.ofKind(DeviceKind.PHONE).has(label(false, ""))).isFalse();
        assertThat(pool(null, null, null, "OSTREL", null).has(label(false, ""))).isTrue();
        assertThat(pool(null, null, null, "Corvane", null).has(label(false, "")))
                .isFalse();
    }

    @Test
    void whoseYearOrPriceIsNotKnownIsNotInAPoolThatAsksForIt() {
        ModelView known = model(2024, "899.00", "1299");
        ModelView unknown = model(null);
        assertThat(pool(2024, 2024, null, null, null).has(known)).isTrue();
        assertThat(pool(2025, null, null, null, null).has(known)).isFalse();
        assertThat(pool(null, 2023, null, null, null).has(known)).isFalse();
        assertThat(pool(2000, null, null, null, null).has(unknown)).isFalse();
        // One variant that costs no more is enough.
        assertThat(pool(null, null, 900.0, null, null).has(known)).isTrue();
        assertThat(pool(null, null, 800.0, null, null).has(known)).isFalse();
        assertThat(pool(null, null, 800.0, null, null).has(unknown)).isFalse();
        assertThat(pool(null, null, null, null, "FANLESS").has(known)).isTrue();
        assertThat(pool(null, null, null, null, "rugged").has(known)).isFalse();
        assertThat(pool(null, null, null, null, null).has(unknown)).isTrue();
        assertThat(pool(null, null, null, "Ostrel", null).asksOfModels()).isFalse();
        assertThat(pool(null, null, 1.0, null, null).asksOfModels()).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "setup-12",
                "model-3",
                "claim-3",
                "fact-cpu.model=Maren M4-420",
                "best-kind=LAPTOP",
                "best-cpu.model=a=b"
            })
    void aSubjectIsReadAsItIsWritten(String text) {
        assertThat(SubjectKey.parse(text)).hasToString(text);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "setup-",
                "setup-x",
                "setup--1",
                "setup-1234567890123456789",
                "model3",
                "fact-cpu.model",
                "fact-=a",
                "best-LAPTOP",
                "SETUP-1",
                "moss-1"
            })
    void whatNamesNoSubjectIsToldTheForms(String text) {
        assertThatThrownBy(() -> SubjectKey.parse(text))
                .hasMessageContaining("\"" + text + "\" names no subject: write setup-12, model-3");
    }

    @Test
    void aValueMayHoldAnEqualsSign() {
        SubjectKey key = SubjectKey.parse("fact-cpu.model=a=b");
        assertThat(key.pairKey()).isEqualTo("cpu.model");
        assertThat(key.pairValue()).isEqualTo("a=b");
    }

    @Test
    void whoSpeaksIsOneOfFour() {
        assertThat(Speaker.parse("")).isEqualTo(Speaker.USUAL).isEqualTo(Speaker.parse("as-shipped"));
        assertThat(Speaker.parse("latest").rule()).isEqualTo(Speaker.Rule.LATEST);
        assertThat(Speaker.parse("best").rule()).isEqualTo(Speaker.Rule.BEST);
        assertThat(Speaker.parse("named-update one")).isEqualTo(new Speaker(Speaker.Rule.NAMED, "update one"));
        for (String wrong : List.of("named-", "newest", "BEST")) {
            assertThatThrownBy(() -> Speaker.parse(wrong)).hasMessageContaining("got \"" + wrong + "\"");
        }
    }

    private static Pool pool(
            @Nullable Integer from,
            @Nullable Integer to,
            @Nullable Double price,
            @Nullable String maker,
            @Nullable String tag) {
        return new Pool(null, from, to, price, maker, tag, Tuned.BOTH, Origin.BOTH);
    }

    private static SetupLabel label(boolean tuned, String origin) {
        return new SetupLabel(
                11, 1, "Ostrel", "Fen 13", DeviceKind.LAPTOP, "A", "as shipped", 1, null, tuned, "", origin);
    }

    private static ModelView model(@Nullable Integer year, String... prices) {
        List<Price> all = java.util.Arrays.stream(prices)
                .map(p -> new Price(p, "EUR", LocalDate.of(2026, 5, 4), ""))
                .toList();
        return new ModelView(
                1,
                "Ostrel",
                "Fen 13",
                DeviceKind.LAPTOP,
                year,
                List.of(),
                new ModelDetails(all, List.of(), List.of(), List.of(), List.of(), List.of(), List.of("fanless")),
                1);
    }
}
