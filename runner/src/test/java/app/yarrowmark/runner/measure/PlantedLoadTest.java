package app.yarrowmark.runner.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.api.Test;
import oshi.SystemInfo;

/** The real sensors of this computer, with a real load beside. */
class PlantedLoadTest {

    private final Sensors sensors = new Sensors(new SystemInfo());

    @Test
    void aProgramThatSpinsOnTheOtherCoreIsNoticed() throws Exception {
        Watcher watcher = new Watcher(
                new Watcher.Source() {
                    @Override
                    public Map<Sensors.Quantity, Double> sensors() {
                        return Map.of();
                    }

                    @Override
                    public Sensors.Time time() {
                        return sensors.time();
                    }

                    @Override
                    public double own() {
                        return ProcessHandle.current()
                                .info()
                                .totalCpuDuration()
                                .map(Duration::toMillis)
                                .map(ms -> ms / 1000.0)
                                .orElse(0.0);
                    }

                    @Override
                    public long measuring() {
                        return 1;
                    }
                },
                () -> System.nanoTime() / 1e9);
        Process spinning = new ProcessBuilder("sh", "-c", "while :; do :; done").start();
        try {
            watcher.look();
            Thread.sleep(2_000);
            watcher.look();
        } finally {
            spinning.destroyForcibly();
        }
        // Even on a crowded machine it gets more than a tenth of a core.
        assertThat(watcher.others()).isGreaterThan(.1);
        assertThat(watcher.warnings()).anyMatch(w -> w.startsWith("Other programs used "));
    }
}
