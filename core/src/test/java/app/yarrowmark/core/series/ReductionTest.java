package app.yarrowmark.core.series;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.Golden;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Reducer.Way;
import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ReductionTest {

    private static Series series(double... y) {
        return new Series(IntStream.range(0, y.length).asDoubleStream().toArray(), y);
    }

    @Test
    void frameRatesAgreeWithTheWorkedExample() {
        JsonNode golden = Golden.read("I_low");
        double[] times = new double[201];
        Arrays.fill(times, 16.7);
        System.arraycopy(new double[] {33.4, 50.1, 20.0, 41.0, 25.0}, 0, times, 196, 5);
        Series frames = series(times);
        Golden.assertSame(
                "average", Reduction.of(frames, Way.RATE, Direction.HIGHER).orElseThrow(), golden.get("average_fps"));
        Golden.assertSame(
                "low",
                Reduction.of(frames, Way.LOW1, Direction.HIGHER).orElseThrow(),
                golden.get("one_percent_low_fps"));
    }

    @Test
    void drawsTheUsualNumbers() {
        Series clock = series(1, 5, 9, 9, 4, 4, 3, 2, 2);
        assertThat(Reduction.of(clock, Way.MIN, Direction.HIGHER)).hasValue(1);
        assertThat(Reduction.of(clock, Way.MAX, Direction.HIGHER)).hasValue(9);
        assertThat(Reduction.of(clock, Way.MEDIAN, Direction.HIGHER)).hasValue(4);
        assertThat(Reduction.of(clock, Way.LAST, Direction.HIGHER)).hasValue(2);
        assertThat(Reduction.of(clock, Way.SUSTAINED, Direction.HIGHER)).hasValue(2);
        assertThat(Reduction.of(clock, Way.PEAK, Direction.HIGHER)).hasValue(9);
        assertThat(Reduction.of(clock, Way.PEAK, Direction.LOWER)).hasValue(1);
        assertThat(Reduction.of(series(), Way.MEAN, Direction.HIGHER)).isEmpty();
        assertThat(Reduction.of(series(0, 0), Way.RATE, Direction.HIGHER)).isEmpty();
        assertThat(Reduction.of(series(5, 8, 11), Way.EACH, Direction.LOWER)).hasValue(3);
        assertThat(Reduction.of(series(5), Way.EACH, Direction.LOWER)).isEmpty();
    }

    @Test
    void thinningKeepsEverySpike() {
        double[] y = new double[100_000];
        y[31_415] = 7;
        y[92_653] = -3;
        Series thin = series(y).thinned(600);
        assertThat(thin.size()).isLessThanOrEqualTo(600);
        assertThat(thin.y()).contains(7, -3);
        assertThat(thin.x()).isSorted();
        assertThat(series(1, 2).thinned(600).size()).isEqualTo(2);
    }

    @Test
    void aSeriesRunsAlongItsAxis() {
        assertThatThrownBy(() -> new Series(new double[] {0, 1}, new double[] {1}))
                .hasMessage("2 places and 1 values");
        assertThatThrownBy(() -> new Series(new double[] {1, 0}, new double[] {1, 1}))
                .hasMessage("point 2 lies before the one it follows");
        assertThatThrownBy(() -> new Series(new double[] {0}, new double[] {Double.NaN}))
                .hasMessage("point 1 is no number");
    }
}
