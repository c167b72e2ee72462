package app.yarrowmark.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.rank.ScoreMatrix;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ShortListTest {

    /** Thirty devices in ten tests; even tests follow the device closely, odd ones do not. */
    private static ScoreMatrix matrix(int subjects) {
        Random random = new Random(4);
        double[][] y = new double[subjects][10];
        double[][] v = new double[subjects][10];
        for (int s = 0; s < subjects; s++) {
            double theta = .4 * random.nextGaussian();
            for (int m = 0; m < 10; m++) {
                y[s][m] = theta + (m % 2 == 0 ? .03 : .4) * random.nextGaussian();
                v[s][m] = 1e-4;
            }
        }
        return ScoreMatrix.of(y, v);
    }

    private static List<ShortList.Suite> suites(int minutesOfEven) {
        return IntStream.range(0, 10)
                .mapToObj(m -> new ShortList.Suite(m, m % 2 == 0 ? minutesOfEven : 10, List.of(m)))
                .toList();
    }

    @Test
    void keepsTheTestsThatTellDevicesApartAndMostOfTheOrder() {
        ShortList.Chosen chosen = ShortList.of(matrix(30), suites(10), 20);
        assertThat(chosen.chosen()).hasSize(2).allMatch(m -> m % 2 == 0);
        assertThat(chosen.minutes()).isEqualTo(20);
        assertThat(chosen.kept().orElseThrow()).isBetween(.8, 1.0);
    }

    @Test
    void whatTakesLongMustTellMore() {
        assertThat(ShortList.of(matrix(30), suites(10), 200).chosen().subList(0, 5))
                .allMatch(m -> m % 2 == 0);
        assertThat(ShortList.of(matrix(30), suites(10_000), 20_000).chosen().get(0) % 2)
                .isEqualTo(1);
    }

    @Test
    void theWholeListKeepsTheWholeOrder() {
        assertThat(ShortList.of(matrix(30), suites(10), 100).kept()).hasValue(1);
    }

    @Test
    void fewDevicesTellNothingOfTheOrder() {
        assertThat(ShortList.of(matrix(5), suites(10), 20).kept()).isEmpty();
        assertThat(ShortList.of(matrix(30), suites(10), 5).chosen()).isEmpty();
        assertThat(ShortList.of(matrix(30), suites(10), 5).kept()).isEmpty();
    }
}
