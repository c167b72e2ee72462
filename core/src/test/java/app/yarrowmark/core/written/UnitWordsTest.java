package app.yarrowmark.core.written;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class UnitWordsTest {

    @Test
    void aTestMayCountWhateverThereIsAndACellMayNot() {
        assertThat(UnitWords.ofTest("packages")).contains("{package}");
        assertThat(UnitWords.word("{package}")).isEqualTo("packages");
        assertThat(UnitWords.code("packages")).isEmpty();
        assertThat(UnitWords.ofTest("of")).isEmpty();
        assertThat(UnitWords.ofTest("seconds")).contains("s");
        assertThat(UnitWords.ofTest("")).contains("");
    }

    /** What a unit is called leads back to it. */
    @Property(tries = 40)
    void everyCommonWordIsKnown(@ForAll @IntRange(max = 39) int i) {
        if (i < UnitWords.common().size()) {
            UnitWords.Word word = UnitWords.common().get(i);
            assertThat(UnitWords.code(word.word())).contains(word.code());
            assertThat(UnitWords.word(word.code())).isEqualTo(word.word());
        }
    }
}
