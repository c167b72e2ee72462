package app.yarrowmark.core.series;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.suite.Direction;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class MiddleRunTest {

    private static Series at(double[] x, double... y) {
        return new Series(x, y);
    }

    @Test
    void itIsTheMedianAtEveryPlaceOfTheRunsThatHaveThePlacesOfTheFirst() {
        double[] sizes = {1, 2};
        MiddleRun middle = MiddleRun.of(
                List.of(at(sizes, 10, 20), at(sizes, 14, 26), at(sizes, 11, 21), at(new double[] {1, 3}, 99, 99)));
        assertThat(middle.series().y()).containsExactly(11, 21);
        assertThat(MiddleRun.of(List.of(at(sizes, 10, 20))).noise()).isZero();
    }

    @Test
    void itsNoiseIsThatOfAMedian() {
        Random random = new Random(6);
        double[] places = IntStream.range(1, 201).mapToDouble(i -> i).toArray();
        List<Series> runs = IntStream.range(0, 5)
                .mapToObj(r -> at(
                        places,
                        IntStream.range(0, 200)
                                .mapToDouble(i -> 100 * Math.exp(.02 * random.nextGaussian()))
                                .toArray()))
                .toList();
        // 0.02 / √5, a fifth more as it is a median.
        assertThat(MiddleRun.of(runs).noise()).isCloseTo(.0107, within(.001));
    }

    @Test
    void aDeviceFellWhereMoreThanHalfOfItsRunsDid() {
        TimeTrace fell = new TimeTrace(100, 70, OptionalDouble.of(.7), OptionalDouble.of(60));
        TimeTrace later = new TimeTrace(104, 80, OptionalDouble.of(.8), OptionalDouble.of(90));
        TimeTrace held = new TimeTrace(102, 101, OptionalDouble.of(.99), OptionalDouble.empty());
        assertThat(TimeTrace.middle(List.of(fell, later, held)))
                .isEqualTo(new TimeTrace(102, 80, OptionalDouble.of(.8), OptionalDouble.of(75)));
        assertThat(TimeTrace.middle(List.of(fell, held)).onset()).isEmpty();
        Series cold = at(new double[] {0, 1}, -1, 2);
        assertThat(TimeTrace.middle(List.of(TimeTrace.of(cold, Direction.LOWER)))
                        .held())
                .isEmpty();
    }

    @Test
    void theLastBinHoldsAllThatIsSlowerThanNearlyAll() {
        double[] smooth = IntStream.range(0, 998).mapToDouble(i -> 10).toArray();
        FrameBins bins = FrameBins.of(List.of(smooth, new double[] {40, 400}), 5);
        assertThat(bins.width()).isEqualTo(10);
        assertThat(bins.counts()).containsExactly(0, 998, 0, 0, 2);
    }
}
