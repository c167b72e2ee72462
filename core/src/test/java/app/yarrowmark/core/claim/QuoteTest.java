package app.yarrowmark.core.claim;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.claim.Quote.As;
import app.yarrowmark.core.claim.Quote.Wish;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class QuoteTest {

    private static final List<Known> KNOWN = List.of(
            number("frames", "New", "62.5", 62.5, "frames/s", false),
            number("frames", "Old", "50", 50, "frames/s", false),
            new Known("frames", "New", "Old", "+25 %", 1.25, "", 1.2, 1.3, false, 0),
            number("film", "New", "4:05", 245, "s", true),
            number("film", "Old", "5:15", 315, "s", true),
            new Known("film", "New", "Old", "+28.6 %", 315.0 / 245, "", 1.25, 1.32, true, 0),
            number("page", "New", "1.62", 1.62, "s", true),
            number("page", "Old", "1.4", 1.4, "s", true),
            new Known("all", "New", "Old", "+13.4 %", 1.134, "", 1.112, 1.157, false, 0),
            new Known("graphics", "New", "", "3", 3, "", null, null, true, 44),
            new Known("graphics", "Old", "", "22", 22, "", null, null, true, 44));

    private static Known number(String of, String subject, String text, double value, String unit, boolean less) {
        return new Known(of, subject, "", text, value, unit, null, null, less, 0);
    }

    private static Quote quote(String of, String subject, String base, As as) {
        return Quote.of(KNOWN, new Wish(of, subject, base, as, null)).orElseThrow();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "frames|New||VALUE|62.5 frames/s",
                "film|New||VALUE|4:05",
                "graphics|New||VALUE|third of 44",
                "graphics|Old||VALUE|22nd of 44",
                "frames|New|Old|TIMES|1.25 times",
                "frames|New|Old|GAIN|25 %",
                "frames|Old|New|GAIN|20 %",
                "frames|New|Old|DIFFERENCE|12.5 frames/s",
                "film|New|Old|GAIN|29 %",
                "film|New|Old|AMOUNT|22 %",
                "film|Old|New|AMOUNT|29 %",
                "film|New|Old|DIFFERENCE|1:10",
                "page|New|Old|DIFFERENCE|0.22 s",
                "page|New|Old|GAIN|14 %",
                "all|New|Old|GAIN|13 %"
            })
    void aNumberIsPutAsItIsWished(String of, String subject, String base, As as, String text) {
        assertThat(quote(of, subject, base == null ? "" : base, as).text().replace('\u00a0', ' '))
                .isEqualTo(text);
    }

    @Test
    void itSaysItsBaseAndItsInterval() {
        assertThat(quote("frames", "New", "Old", As.GAIN).words().replace('\u00a0', ' '))
                .isEqualTo("more than Old: frames, New; 95 % interval 20 to 30 %");
        assertThat(quote("film", "New", "Old", As.GAIN).words()).startsWith("faster than Old");
        Quote less = quote("film", "New", "Old", As.AMOUNT);
        assertThat(less.words()).startsWith("less than Old: film, New");
        assertThat(less.low()).isCloseTo(1 - 1 / 1.25, within(1e-12));
        assertThat(less.high()).isCloseTo(1 - 1 / 1.32, within(1e-12));
        assertThat(less.value()).isBetween(less.low(), less.high());
    }

    @Test
    void theEndsOfALossAreInOrderToo() {
        Known loss = new Known("all", "Old", "New", "", 0.8, "", 0.75, 0.85, false, 0);
        Quote quote = Quote.of(List.of(loss), new Wish("all", "Old", "New", As.GAIN, 1))
                .orElseThrow();
        assertThat(quote.text()).isEqualTo("20.0\u00a0%");
        assertThat(quote.words()).contains("less than New").contains("15 to 25");
    }

    @Test
    void whatIsTooLargeToBeWrittenBreaksNothing() {
        Known huge = new Known("all", "New", "Old", "", 1e308, "", 1.0, 1e308, false, 0);
        assertThat(Quote.of(List.of(huge), new Wish("all", "New", "Old", As.GAIN, 1))
                        .orElseThrow()
                        .text())
                .startsWith("\u221e");
    }

    @Test
    void digitsCanBeChosen() {
        assertThat(Quote.of(KNOWN, new Wish("all", "New", "Old", As.GAIN, 1))
                        .orElseThrow()
                        .text())
                .isEqualTo("13.4\u00a0%");
    }

    @Test
    void whatIsNotKnownIsNotQuoted() {
        assertThat(Quote.of(KNOWN, new Wish("rain", "New", "", As.VALUE, null))).isEmpty();
        assertThat(Quote.of(KNOWN, new Wish("frames", "New", "", As.GAIN, null)))
                .isEmpty();
        assertThat(Quote.of(KNOWN, new Wish("frames", "New", "Old", As.AMOUNT, null)))
                .isEmpty();
        assertThat(Quote.of(KNOWN, new Wish("graphics", "New", "Old", As.GAIN, null)))
                .isEmpty();
        assertThat(Quote.ways(KNOWN, "all", "New", "Old", null))
                .extracting(Quote::as)
                .containsExactly(As.GAIN, As.TIMES);
        assertThat(Quote.ways(KNOWN, "frames", "New", "", null))
                .extracting(Quote::as)
                .containsExactly(As.VALUE);
    }

    @Test
    void anIntervalOfALaterLookSaysHowWideItIs() {
        List<Known> known = List.of(new Known("all", "New", "Old", "+9 %", 1.09, "", 1.02, 1.16, false, 0, .978));
        assertThat(Quote.of(known, new Wish("all", "New", "Old", As.GAIN, null))
                        .orElseThrow()
                        .words())
                .contains("; 97.8\u00a0% interval");
        assertThat(quote("all", "New", "Old", As.GAIN).words()).contains("; 95\u00a0% interval");
    }

    @Test
    void aDifferenceThatIsNotSureSaysSo() {
        List<Known> known = List.of(
                new Known("all", "New", "Old", "+3.0 %", 1.03, "", 0.99, 1.07, false, 0),
                new Known("all", "Old", "New", "-2.9 %", 1 / 1.03, "", 1 / 1.07, 1 / 0.99, false, 0),
                number("page", "New", "1.62", 1.62, "s", true),
                number("page", "Old", "1.4", 1.4, "s", true));
        for (As as : new As[] {As.GAIN, As.TIMES}) {
            for (String[] pair : new String[][] {{"New", "Old"}, {"Old", "New"}}) {
                Quote open = Quote.of(known, new Wish("all", pair[0], pair[1], as, null))
                        .orElseThrow();
                assertThat(open.words()).as(as + pair[0]).endsWith(", so that it is undecided which is ahead");
            }
            assertThat(Quote.of(known, new Wish("page", "New", "Old", as, null))
                            .orElseThrow()
                            .words())
                    .endsWith("; no interval is known");
            assertThat(quote("all", "New", "Old", as).words()).doesNotContain("undecided", "no interval");
        }
    }
}
