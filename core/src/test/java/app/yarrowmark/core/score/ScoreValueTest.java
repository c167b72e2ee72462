package app.yarrowmark.core.score;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.Scale;

class ScoreValueTest {

    @Property
    void aNumberIsTheSameAfterItsLogarithm(
            @ForAll @BigRange(min = "0.0001", max = "99999999") @Scale(4) BigDecimal read) {
        assertThat(Score.claimed(read.doubleValue()).value()).isEqualTo(read.doubleValue());
    }
}
