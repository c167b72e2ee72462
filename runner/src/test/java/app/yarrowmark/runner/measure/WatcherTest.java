package app.yarrowmark.runner.measure;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.RunFile.SeriesLine;
import java.util.Map;
import org.junit.jupiter.api.Test;

class WatcherTest {

    private double at;
    private double used;
    private double stolen;
    private double own;
    private long measuring = 4;
    private final Watcher watcher = new Watcher(
            new Watcher.Source() {
                @Override
                public Map<Sensors.Quantity, Double> sensors() {
                    return at < 1 ? Map.of() : Map.of(Sensors.Quantity.TEMPERATURE, 40 + at);
                }

                @Override
                public Sensors.Time time() {
                    return new Sensors.Time(used, stolen, 2 * at);
                }

                @Override
                public double own() {
                    return own;
                }

                @Override
                public long measuring() {
                    return measuring;
                }
            },
            () -> at);

    @Test
    void aQuietComputerIsNotWarnedOf() {
        watcher.look();
        step(.5, .5, 0);
        step(.52, .5, .005);
        assertThat(watcher.others()).isEqualTo(.02, org.assertj.core.data.Offset.offset(1e-9));
        assertThat(watcher.warnings()).isEmpty();
    }

    @Test
    void aLoadOnTheOtherCoreIsNoticed() {
        watcher.look();
        step(1.0, .5, 0);
        step(.9, .5, .03);
        assertThat(watcher.warnings())
                .containsExactly(
                        "Other programs used 0.90 of a core on average; up to 0.1 is quiet.",
                        "The host took 1.5 % of the processor's time; up to 1 % is quiet.");
    }

    @Test
    void betweenTwoProcessesNothingIsCounted() {
        watcher.look();
        measuring = 5;
        own = -20;
        step(.5, 0, 0);
        assertThat(watcher.others()).isZero();
    }

    @Test
    void whatCannotBeReadIsLeftOutAndTheRestKeepsItsTime() {
        watcher.look();
        step(.5, .5, 0);
        step(.5, .5, 0);
        watcher.pace(650e6, false);
        watcher.pace(650e6, true);
        assertThat(watcher.series())
                .extracting(SeriesLine::name)
                .containsExactly("temperature", "other programs", "pace");
        SeriesLine temperature = watcher.series().get(0);
        assertThat(temperature.unit()).isEqualTo("Cel");
        assertThat(temperature.x()).containsExactly(1);
        assertThat(temperature.y()).containsExactly(41);
        assertThat(watcher.newest(60)).containsOnlyKeys(Sensors.Quantity.TEMPERATURE);
        assertThat(watcher.warnings())
                .containsExactly(
                        "At 50 % of 2 looks a neighbour used the same core, which this system does not show; up to"
                                + " 10 % is quiet.");
    }

    @Test
    void aDriveThatIsBusyIsWarnedOfWithTheEvidence() {
        watcher.look();
        step(.5, .5, 0);
        for (int i = 0; i < 20; i++) {
            watcher.drive(i < 3 ? 900 : 1700, i < 3);
        }
        assertThat(watcher.warnings())
                .containsExactly(
                        "At 15 % of 20 looks the drive was busy, with work of its own or of others: it took more"
                                + " than half as long again as at best to read the same mebibyte; up to 10 % is quiet.");
        SeriesLine looks = watcher.series().get(1);
        assertThat(looks.name()).isEqualTo("drive between measurements");
        assertThat(looks.unit()).isEqualTo("MB/s");
        assertThat(looks.y()).hasSize(20).contains(900, 1700);
        watcher.drive(1700, false);
        for (int i = 0; i < 10; i++) {
            watcher.drive(1700, false);
        }
        assertThat(watcher.warnings()).isEmpty();
    }

    private void step(double usedMore, double ownMore, double stolenMore) {
        at += .5;
        used += usedMore;
        own += ownMore;
        stolen += stolenMore;
        watcher.look();
    }
}
