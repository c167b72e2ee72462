package app.yarrowmark.server.export;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CellsTest {

    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '"',
            value = {"=1+2, '=1+2", "@sum, '@sum", "-80, -80", "+1 004.70, +1 004.70", "-2+3, '-2+3", "Fen, Fen"})
    void aTextIsNoFormulaAndANumberStaysAsItWasWritten(String text, String cell) {
        assertThat(Cells.text(text)).isEqualTo(cell);
    }
}
