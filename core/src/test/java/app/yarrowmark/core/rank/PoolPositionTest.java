package app.yarrowmark.core.rank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.core.rank.PoolPosition.Band;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class PoolPositionTest {

    private static final double[] TEN =
            IntStream.rangeClosed(1, 10).asDoubleStream().toArray();

    @Test
    void bandsAreFifthsOfThePool() {
        assertThat(PoolPosition.of(1, TEN).band()).contains(Band.LOWEST_FIFTH);
        assertThat(PoolPosition.of(5, TEN).band()).contains(Band.MIDDLE);
        assertThat(PoolPosition.of(10, TEN).band()).contains(Band.HIGHEST_FIFTH);
        assertThat(PoolPosition.of(10, TEN).percentile()).isEqualTo(.95);
    }

    @Test
    void equalValuesShareTheBetterPlaceAndTheMiddleOfTheirRanks() {
        PoolPosition shared = PoolPosition.of(7, new double[] {7, 7, 9, 1});
        assertThat(shared.place()).isEqualTo(2);
        assertThat(shared.percentile()).isEqualTo(.5);
    }

    @Test
    void aSmallPoolHasPlacesOnly() {
        assertThat(PoolPosition.of(2, new double[] {1, 2, 3}).band()).isEmpty();
    }

    @Test
    void theValueMustBeInThePool() {
        assertThatThrownBy(() -> PoolPosition.of(4, new double[] {1, 2})).hasMessage("4.0 is not in the pool");
    }

    @Test
    void allAtOnceIsTheSameAsOneByOne() {
        double[] pool = {3, 1, 2, 2, 5, 2, 9, 1};
        PoolPosition[] all = PoolPosition.all(pool);
        for (int i = 0; i < pool.length; i++) {
            assertThat(all[i]).isEqualTo(PoolPosition.of(pool[i], pool));
        }
    }
}
