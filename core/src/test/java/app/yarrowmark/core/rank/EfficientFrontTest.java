package app.yarrowmark.core.rank;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class EfficientFrontTest {

    @Test
    void whoIsWorseAndDearerIsBeatenByTheBestOfThose() {
        double[] performance = {100, 140, 120, 150, 90};
        double[] cost = {500, 900, 1000, 950, 1200};

        assertThat(EfficientFront.beatenBy(performance, cost)).containsExactly(-1, -1, 3, -1, 3);
    }

    @Test
    void ofEquallyGoodOnesTheCheaperStandsAndTwinsDoNotBeatEachOther() {
        assertThat(EfficientFront.beatenBy(new double[] {100, 100, 100}, new double[] {7, 5, 5}))
                .containsExactly(1, -1, -1);
        assertThat(EfficientFront.beatenBy(new double[0], new double[0])).isEmpty();
    }
}
