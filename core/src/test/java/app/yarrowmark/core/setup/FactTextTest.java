package app.yarrowmark.core.setup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.exchange.OwnFacts;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.Chars;
import net.jqwik.api.constraints.NumericChars;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FactTextTest {

    private static final FactDictionary WORDS = FactDictionary.of(OwnFacts.all());

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "system.kernel | 7.4.0 | 7.4.0 | ",
                "system.kernel | 7.4.11 | 7.4.11 | ",
                "system.name | 11.06.2 | 11.06.2 | ",
                "display.resolution | 1920 x 1080 | 1920 x 1080 | ",
                "memory.size | 16 | 16 | GiB",
                "memory.size | 16 GB | 16 | GB",
                "memory.size | 16GiB | 16 | GiB",
                "cpu.clock_max | 3,5 | 3,5 | GHz",
                "cpu.clock_max | 3500 MHz | 3500 | MHz",
                "cpu.cores | 4 | 4 | ",
                "browser.private | on | on | ",
                "memory.modules | 2 x 8 GiB | 2 x 8 GiB | "
            })
    void keepsWhatWasTyped(String key, String text, String value, String unit) {
        Fact fact = FactText.read(WORDS.get(key), text);
        assertThat(fact.value()).contains(value);
        assertThat(fact.unit()).isEqualTo(unit == null ? "" : unit);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "system.kernel | 7.4.0 | 7.4.11 | false",
                "system.kernel | 7.4 | 7.4.0 | true",
                "display.resolution | 1920 x 1080 | 1920×1080 | true",
                "display.resolution | 1920 x 1080 | 1920 x 1200 | false",
                "memory.size | 16 GB | 16 GiB | false",
                "memory.size | 16384 MiB | 16 GiB | true",
                "cpu.clock_max | 3,5 | 3500 MHz | true",
                "browser.private | on | yes | true",
                "browser.private | on | no | false"
            })
    void tellsTheSameFromOther(String key, String a, String b, boolean same) {
        Fact left = FactText.read(WORDS.get(key), a);
        Fact right = FactText.read(WORDS.get(key), b);
        assertThat(WORDS.same(left, right)).isEqualTo(same);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "memory.size | plenty | Memory is a quantity such as 16 GiB, got \"plenty\"",
                "memory.size | 16 W | Memory is a quantity such as 16 GiB, got \"16 W\", which is written in W",
                "display.resolution | large | Display is a resolution such as 1920 × 1080, got \"large\"",
                "browser.private | perhaps | Private window is yes or no, got \"perhaps\""
            })
    void saysWhatWouldFit(String key, String text, String message) {
        assertThatThrownBy(() -> FactText.read(WORDS.get(key), text)).hasMessage(message);
    }

    /** Whatever is typed for words or a version is kept to the last sign. */
    @Property
    void wordsAndVersionsStayAsTyped(
            @ForAll @AlphaChars @NumericChars @Chars({'.', '-', ' ', '_', '+', '×'}) @StringLength(min = 1, max = 60)
                    String text) {
        net.jqwik.api.Assume.that(!text.isBlank());
        assertThat(FactText.read(WORDS.get("system.kernel"), text).text()).contains(text.strip());
        assertThat(FactText.read(WORDS.get("system.name"), text).text()).contains(text.strip());
    }

    /** A number is kept with every digit, whatever its unit. */
    @Property
    void numbersKeepTheirDigits(@ForAll @NumericChars @StringLength(min = 1, max = 8) String digits) {
        assertThat(FactText.read(WORDS.get("memory.size"), digits).value()).contains(digits);
        assertThat(FactText.read(WORDS.get("memory.size"), digits + " GB").text())
                .contains(digits + " GB");
        assertThat(FactText.read(WORDS.get("memory.size"), "1." + digits).value())
                .contains("1." + digits);
    }
}
