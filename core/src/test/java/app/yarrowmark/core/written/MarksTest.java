package app.yarrowmark.core.written;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.List;
import java.util.Locale;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class MarksTest {

    @Test
    void theColumnDecidesAndNotTheCell() {
        assertThat(Marks.of(List.of("36,111", "28,5", "1.204,25")))
                .isEqualTo(new Marks.Choice(Marks.COMMA, true, false));
        assertThat(Marks.of(List.of("36.111", "28.5", "1,204.25")))
                .isEqualTo(new Marks.Choice(Marks.POINT, true, false));
        assertThat(Amount.read("36,111", Marks.COMMA).reading().value()).isEqualTo(36.111);
        assertThat(Amount.read("1.204", Marks.COMMA).reading().value()).isEqualTo(1204);
        assertThat(Amount.read("1,204", Marks.POINT).reading().value()).isEqualTo(1204);
    }

    @Test
    void whatCouldBeEitherIsNotSure() {
        assertThat(Marks.of(List.of("5.854", "12.020", "987")).sure()).isFalse();
        assertThat(Marks.of(List.of("763", "1,204", "702")).sure()).isFalse();
    }

    @Test
    void whatHasNoMarksNeedsNoDecision() {
        assertThat(Marks.of(List.of("763", "1 204", "n/a", "-", "1:39")).sure()).isTrue();
    }

    @Test
    void bothWaysInOneColumnAreMixed() {
        assertThat(Marks.of(List.of("1.204,5", "1,204.5")).mixed()).isTrue();
    }

    @Test
    void aNumberWrittenTheOtherWayIsRefused() {
        assertThatThrownBy(() -> Marks.COMMA.plain("1,204.5"))
                .hasMessage("\"1,204.5\" is no number with a decimal comma, as the others here have");
    }

    /** Written by a library in the one way or the other, a column is read as what it was. */
    @Property
    void readsBackWhatWasWritten(
            @ForAll List<@IntRange(min = 1_000, max = 99_999_999) Integer> hundredths, @ForAll boolean comma) {
        Locale locale = comma ? Locale.GERMANY : Locale.UK;
        DecimalFormat format = new DecimalFormat("#,##0.00", DecimalFormatSymbols.getInstance(locale));
        List<String> texts =
                hundredths.stream().map(n -> format.format(n / 100.0)).toList();
        Marks.Choice choice = Marks.of(texts);
        assertThat(choice.sure()).isTrue();
        for (int i = 0; i < texts.size(); i++) {
            assertThat(Amount.read(texts.get(i), choice.marks()).reading().value())
                    .isEqualTo(hundredths.get(i) / 100.0);
        }
    }
}
