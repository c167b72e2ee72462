package app.yarrowmark.core.series;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.series.SizeCurve.Mark;
import app.yarrowmark.core.suite.Direction;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class SizeCurveTest {

    private static Series doubling(double... y) {
        return new Series(
                IntStream.range(0, y.length).mapToDouble(i -> Math.pow(2, i)).toArray(), y);
    }

    @Test
    void breaksAndNotchesAgreeWithTheWorkedExamples() {
        JsonNode golden = Golden.read("J_dips");
        double noise = golden.get("noise_sd").asDouble();
        for (String name : new String[] {"case_dip", "case_cliff"}) {
            JsonNode one = golden.get(name);
            double[] values = Golden.doubles(one.get("values"));
            double[] y = Arrays.stream(values).map(Math::log).toArray();
            double[] fit = SizeCurve.rising(y);
            boolean[] notches = SizeCurve.notches(y, noise);
            Mark[] breaks = SizeCurve.breaks(y, Math.max(3.5 * noise, Math.log(1.05)));
            for (int i = 0; i < y.length; i++) {
                Golden.assertSame(
                        name + " fit " + i, Math.exp(fit[i]), one.get("fit").get(i));
                assertThat(y[i] - fit[i]).isCloseTo(one.get("residual").get(i).asDouble(), within(1e-6));
                assertThat(breaks[i] == Mark.DIP)
                        .isEqualTo(one.get("dip").get(i).asBoolean());
                assertThat(breaks[i] == Mark.DECLINE)
                        .isEqualTo(one.get("decline").get(i).asBoolean());
                assertThat(notches[i]).isEqualTo(one.get("notch").get(i).asBoolean());
            }
        }
        JsonNode dip = golden.get("case_dip");
        double[] bends = SizeCurve.bends(
                Arrays.stream(Golden.doubles(dip.get("values"))).map(Math::log).toArray());
        for (int i = 1; i < bends.length - 1; i++) {
            Golden.assertSame(
                    "bend " + i, bends[i], dip.get("second_difference").get(i));
        }
    }

    @Test
    void saysWhereItIsBestWhereItLevelsOutAndWhereHalfOfThatIsReached() {
        SizeCurve curve = SizeCurve.of(doubling(10, 20, 40, 80, 100, 101, 99), Direction.HIGHER, .01);
        assertThat(curve.peak()).isEqualTo(5);
        assertThat(curve.level()).isCloseTo(100, within(1e-9));
        // 50 lies between 40 at 4 and 80 at 8.
        assertThat(curve.halfSize().orElseThrow())
                .isCloseTo(4 * Math.pow(2, Math.log(50 / 40.0) / Math.log(2)), within(1e-9));
        assertThat(curve.marks()).containsOnly(Mark.NONE);
        assertThat(SizeCurve.of(doubling(100, 101, 99), Direction.HIGHER, 0).halfSize())
                .isEmpty();
    }

    @Test
    void whereLessIsBetterAHumpIsADip() {
        SizeCurve curve = SizeCurve.of(doubling(90, 80, 70, 100, 50, 40, 30), Direction.LOWER, .01);
        assertThat(curve.marks().get(3)).isEqualTo(Mark.DIP);
        assertThat(curve.peak()).isEqualTo(6);
        assertThat(curve.level()).isCloseTo(40, within(1e-9));
    }

    @Test
    void whatStillRisesLagsAndDoesNotDip() {
        double[] rising = {100, 110, 121, 133, 146, 161, 177, 195, 214, 236};
        rising[4] = 134;
        assertThat(SizeCurve.of(doubling(rising), Direction.HIGHER, .0).marks())
                .containsOnlyOnce(Mark.LAG)
                .doesNotContain(Mark.DIP);
        rising[4] = 131;
        assertThat(SizeCurve.of(doubling(rising), Direction.HIGHER, .0).marks().get(4))
                .isEqualTo(Mark.DIP);
    }

    @Test
    void quietCurvesAreRarelyCalledOdd() {
        Random random = new Random(3);
        int odd = 0;
        for (int i = 0; i < 400; i++) {
            double[] y = IntStream.range(0, 13)
                    .mapToDouble(k -> 100 * (1 - Math.exp(-k / 2.0 - .1)) * Math.exp(.01 * random.nextGaussian()))
                    .toArray();
            odd += SizeCurve.of(doubling(y), Direction.HIGHER, .01).marks().stream()
                            .anyMatch(m -> m != Mark.NONE)
                    ? 1
                    : 0;
        }
        assertThat(odd).isLessThan(12);
    }

    @Test
    void curvesCrossBetweenPoints() {
        assertThat(SizeCurve.crossings(doubling(10, 20, 40), doubling(20, 20, 20)))
                .isEmpty();
        double[] at = SizeCurve.crossings(doubling(10, 15, 40, 80), doubling(20, 30, 30, 30));
        assertThat(at).hasSize(1);
        // Ratio 1/2 at 2, 4/3 at 4: equal where their logarithms meet.
        assertThat(at[0]).isCloseTo(2 * Math.pow(2, Math.log(2) / Math.log(8 / 3.0)), within(1e-9));
    }

    @Test
    void whatHasNoLogarithmIsRefused() {
        assertThatThrownBy(() -> SizeCurve.of(doubling(1, 0), Direction.HIGHER, 0))
                .hasMessage("a value along sizes must be positive: 0.0");
        assertThatThrownBy(() -> SizeCurve.of(doubling(), Direction.HIGHER, 0))
                .hasMessage("a curve has at least one point");
    }
}
