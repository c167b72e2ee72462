package app.yarrowmark.core.series;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.suite.Direction;
import java.util.List;
import java.util.Random;
import java.util.function.IntToDoubleFunction;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class TimeTraceTest {

    private static Series seconds(int n, IntToDoubleFunction y) {
        return new Series(
                IntStream.range(0, n).mapToDouble(i -> i).toArray(),
                IntStream.range(0, n).mapToDouble(y).toArray());
    }

    @Test
    void throttlingHasAPeakAShareHeldAndAnOnset() {
        Random random = new Random(5);
        TimeTrace trace = TimeTrace.of(
                seconds(600, i -> (i < 240 ? 100 : 70) * Math.exp(.01 * random.nextGaussian())), Direction.HIGHER);
        assertThat(trace.peak()).isCloseTo(100, within(1.0));
        assertThat(trace.sustained()).isCloseTo(70, within(1.0));
        assertThat(trace.held().orElseThrow()).isCloseTo(.7, within(.02));
        assertThat(trace.onset().orElseThrow()).isCloseTo(240, within(10.0));
    }

    @Test
    void whatComesBackDidNotThrottle() {
        TimeTrace trace = TimeTrace.of(seconds(300, i -> i > 100 && i < 160 ? 60 : 100), Direction.HIGHER);
        assertThat(trace.onset()).isEmpty();
        assertThat(trace.held().orElseThrow()).isEqualTo(1);
    }

    @Test
    void whereLessIsBetterTheTimeOfAFrameThatGrowsIsAFall() {
        TimeTrace trace = TimeTrace.of(seconds(100, i -> i < 50 ? 10 : 20), Direction.LOWER);
        assertThat(trace.held().orElseThrow()).isEqualTo(.5);
        assertThat(trace.onset()).isPresent();
    }

    @Test
    void temperaturesHaveNoShares() {
        TimeTrace trace = TimeTrace.of(seconds(30, i -> i - 5.0), Direction.LOWER);
        assertThat(trace.held()).isEmpty();
        assertThat(trace.onset()).isEmpty();
        assertThatThrownBy(() -> TimeTrace.of(seconds(0, i -> i), Direction.HIGHER))
                .hasMessage("a trace has at least one point");
    }

    @Test
    void framesArePooledOverRuns() {
        double[] smooth = IntStream.range(0, 196).mapToDouble(i -> 16.7).toArray();
        Frames frames = Frames.of(List.of(smooth, new double[] {33.4, 50.1, 20.0, 41.0, 25.0}));
        assertThat(frames.count()).isEqualTo(201);
        assertThat(frames.low()).isCloseTo(24.0964, within(1e-4));
        assertThat(frames.average()).isCloseTo(58.3844, within(1e-4));
        assertThat(frames.slowest()).isEqualTo(33.4);
        assertThat(frames.rough()).isTrue();
        assertThat(frames.heldAt().orElseThrow()).isCloseTo(59.88, within(.01));
        assertThatThrownBy(() -> Frames.of(List.of(new double[] {0}))).hasMessageStartingWith("frames take more than");
    }

    @Test
    void aDeviceThatSetsThePaceItselfIsNotHeld() {
        Random random = new Random(8);
        double[] times = IntStream.range(0, 4000)
                .mapToDouble(i -> 9 + 6 * random.nextDouble())
                .toArray();
        Frames frames = Frames.of(List.of(times));
        assertThat(frames.heldAt()).isEmpty();
        assertThat(frames.rough()).isFalse();
        assertThat(Frames.heldAt(new double[] {16, 16, 16})).isEmpty();
    }

    @Test
    void aDisplayThatMostFramesMissedOnceOrTwiceIsStillSeen() {
        Random random = new Random(9);
        // Four of ten frames in time, six one step late: the frame in the middle is one of the late ones.
        double[] late = IntStream.range(0, 400)
                .mapToDouble(i -> (i % 10 < 4 ? 1 : 2) * 1000 / 60.0 * (1 + .005 * random.nextGaussian()))
                .toArray();
        assertThat(Frames.heldAt(late).orElseThrow()).isCloseTo(60, within(.3));
        double[] later = IntStream.range(0, 400)
                .mapToDouble(i -> (i % 10 < 3 ? 2 : 3) * 1000 / 90.0)
                .toArray();
        assertThat(Frames.heldAt(later).orElseThrow()).isCloseTo(90, within(.3));
        // All alike: how many steps each took nobody can tell.
        double[] even = DoubleStream.generate(() -> 1000 / 30.0).limit(60).toArray();
        assertThat(Frames.heldAt(even).orElseThrow()).isCloseTo(30, within(.1));
    }

    @Test
    void aPaceThatWandersIsNotTakenForADisplayHoweverShortItsSteps() {
        Random random = new Random(10);
        int held = 0;
        for (int n = 0; n < 200; n++) {
            double usual = 8 + 30 * random.nextDouble();
            double[] times = IntStream.range(0, 300)
                    .mapToDouble(i -> usual * Math.exp(.12 * random.nextGaussian()))
                    .toArray();
            held += Frames.heldAt(times).isPresent() ? 1 : 0;
        }
        assertThat(held).isZero();
    }

    @Test
    void theShareUnderAFloorIsOfTheTimeNotOfTheFrames() {
        assertThat(Frames.shareUnder(List.of(new double[] {10, 10, 10, 10}, new double[] {40}), 60))
                .isCloseTo(.5, within(1e-12));
        assertThat(Frames.shareUnder(List.of(), 60)).isZero();
        // A display of 59.94 Hz holds 60; one of 59 Hz does not.
        assertThat(Frames.shareUnder(List.of(new double[] {1000 / 59.94, 16.6, 16.8}), 60))
                .isZero();
        assertThat(Frames.shareUnder(List.of(new double[] {1000 / 59.0}), 60)).isEqualTo(1);
    }

    @Test
    void eachFurtherPageCostsTheSameThoughOneIsOdd() {
        Series pages = new Series(new double[] {1, 2, 3, 4, 5, 6}, new double[] {500, 580, 661, 2000, 820, 900});
        assertThat(CountLadder.eachFurther(pages).orElseThrow()).isCloseTo(80, within(1.0));
        assertThat(CountLadder.eachFurther(new Series(new double[] {1}, new double[] {5})))
                .isEmpty();
        Series many = seconds(100_000, i -> 3.0 * i);
        assertThat(CountLadder.eachFurther(many).orElseThrow()).isCloseTo(3, within(1e-9));
    }
}
