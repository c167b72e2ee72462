package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import org.junit.jupiter.api.Test;

class BasisTest {

    private static final SuiteSheet SHEET = SheetReader.read("""
            key: oddments
            version: "1"
            name: Oddments
            group: energy
            metrics:
              - {key: draw, name: Full load, unit: W, better: lower}
              - {key: lasts, name: Lasts, unit: h}
              - {key: takes, name: Takes, unit: s, better: lower}
              - {key: rate, name: Rate, unit: MB/s}
            """);

    private static Metric metric(String key) {
        return SHEET.metric(key).orElseThrow();
    }

    @Test
    void anAmountIsSoMuchMoreAndNotSoMuchSlower() {
        // 121 W beside 100 W: behind, as less is better, and 21 % more.
        double times = 100 / 121.0;
        assertThat(Basis.GAIN.ofTimes(times, 100, metric("draw")).orElseThrow()).isCloseTo(.21, within(1e-12));
        assertThat(Basis.TIMES_AS_FAST.ofTimes(times, 100, metric("draw")).orElseThrow())
                .isCloseTo(1.21, within(1e-12));
        assertThat(Basis.OWN_UNIT.ofTimes(times, 100, metric("draw")).orElseThrow())
                .isCloseTo(21, within(1e-9));
        assertThat(Basis.TIME_SAVED.ofTimes(times, 100, metric("draw"))).isEmpty();
    }

    @Test
    void ofATimeLessIsFaster() {
        assertThat(Basis.GAIN.ofTimes(1.25, 100, metric("takes")).orElseThrow()).isCloseTo(.25, within(1e-12));
        assertThat(Basis.TIME_SAVED.ofTimes(1.25, 100, metric("takes")).orElseThrow())
                .isCloseTo(.2, within(1e-12));
        assertThat(Basis.TIME_SAVED.ofTimes(1.25, 8, metric("lasts"))).isEmpty();
        assertThat(Basis.GAIN.ofTimes(.8, 100, metric("rate")).orElseThrow()).isCloseTo(-.2, within(1e-12));
    }

    @Test
    void onlyWhatLessIsBetterOfAndIsNoTimeIsAnAmount() {
        assertThat(metric("draw").isAmount()).isTrue();
        assertThat(metric("lasts").isAmount()).isFalse();
        assertThat(metric("takes").isAmount()).isFalse();
        assertThat(metric("rate").isAmount()).isFalse();
    }
}
