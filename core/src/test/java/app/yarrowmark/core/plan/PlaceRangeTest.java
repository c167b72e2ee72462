package app.yarrowmark.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.rank.Lines;
import org.junit.jupiter.api.Test;

class PlaceRangeTest {

    private static final double[] THETA = {0, .5, .03, -.03, -.5};

    private final PlaceRange now = PlaceRange.of(new Lines(THETA, new double[] {.02, .02, .02, .02, .02}), 0);

    @Test
    void placesAreThoseOfTheLines() {
        assertThat(now).isEqualTo(new PlaceRange(2, 4, 5));
    }

    @Test
    void whoIsToldApartByTheRunsNarrowsThePlaces() {
        double[] lead = {-.5, -.03, .03, .5};
        double[] reach = {.04, .04, .04, .04};
        assertThat(now.narrowed(lead, reach, new double[] {.8, .8, .8, .8})).isEqualTo(now);
        assertThat(now.narrowed(lead, reach, new double[] {.7, .7, .8, .7})).isEqualTo(new PlaceRange(3, 4, 5));
        assertThat(now.narrowed(lead, reach, new double[] {.7, .8, .7, .7})).isEqualTo(new PlaceRange(2, 3, 5));
        // Where nothing is known of the error, nobody is told apart.
        assertThat(now.narrowed(lead, reach, new double[] {.7, Double.NaN, Double.NaN, .7}))
                .isEqualTo(now);
    }
}
