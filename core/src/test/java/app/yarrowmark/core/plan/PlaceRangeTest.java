package app.yarrowmark.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class PlaceRangeTest {

    @Test
    void whoIsNearerThanTheErrorMayStandOnEitherSide() {
        double[] theta = {0, .5, .01, -.01, -.5, Double.NaN};
        double[] variance = {0, .0001, .0001, .0001, .0001, .0001};
        assertThat(PlaceRange.of(theta, variance, 0)).isEqualTo(new PlaceRange(2, 4, 5));
        // Known to the last digit, and of somebody the difference is not known.
        assertThat(PlaceRange.of(theta, new double[] {0, 0, 0, 0, Double.NaN, 0}, 0))
                .isEqualTo(new PlaceRange(3, 3, 4));
    }
}
