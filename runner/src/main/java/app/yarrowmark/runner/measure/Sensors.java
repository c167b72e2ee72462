package app.yarrowmark.runner.measure;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;
import oshi.SystemInfo;
import oshi.hardware.CentralProcessor;
import oshi.hardware.HardwareAbstractionLayer;

/** What the computer tells of itself while it works; what cannot be read is left out. */
public final class Sensors {

    /** What is watched, with its unit. */
    public enum Quantity {
        TEMPERATURE("temperature", "Cel"),
        CLOCK("clock", "GHz"),
        POWER("power", "W"),
        FAN("fan", "/min");

        public final String words;
        public final String unit;

        Quantity(String words, String unit) {
            this.words = words;
            this.unit = unit;
        }
    }

    /**
     * Processor time of the whole computer since it started, in seconds over all threads.
     *
     * @param used by anything
     * @param stolen by the host this computer runs on
     * @param all that was there
     */
    record Time(double used, double stolen, double all) {}

    /** Energy counters of processor packages in microjoules, where the system lets everyone read them. */
    private static final Path COUNTERS = Path.of("/sys/class/powercap");

    private final HardwareAbstractionLayer hardware;
    private final CentralProcessor processor;
    private final Optional<Path> counter = counter();
    private double energy = -1;
    private long energyAt;

    Sensors(SystemInfo info) {
        this.hardware = info.getHardware();
        this.processor = hardware.getProcessor();
    }

    /** Reads everything that can be read now. */
    Map<Quantity, Double> read() {
        Map<Quantity, Double> found = new EnumMap<>(Quantity.class);
        // 0.0 means that there is no sensor that may be read.
        put(found, Quantity.TEMPERATURE, hardware.getSensors().getCpuTemperature());
        long[] clocks = processor.getCurrentFreq();
        long fastest = 0;
        for (long clock : clocks) {
            fastest = Math.max(fastest, clock);
        }
        put(found, Quantity.CLOCK, fastest / 1e9);
        power().ifPresent(watts -> put(found, Quantity.POWER, watts));
        for (int speed : hardware.getSensors().getFanSpeeds()) {
            put(found, Quantity.FAN, Math.max(speed, found.getOrDefault(Quantity.FAN, 0.0)));
        }
        return found;
    }

    Time time() {
        long[] ticks = processor.getSystemCpuLoadTicks();
        double all = 0;
        for (long tick : ticks) {
            all += tick / 1000.0;
        }
        double idle =
                (ticks[CentralProcessor.TickType.IDLE.getIndex()] + ticks[CentralProcessor.TickType.IOWAIT.getIndex()])
                        / 1000.0;
        double stolen = ticks[CentralProcessor.TickType.STEAL.getIndex()] / 1000.0;
        return new Time(all - idle - stolen, stolen, all);
    }

    private static void put(Map<Quantity, Double> into, Quantity quantity, double value) {
        if (value > 0 && Double.isFinite(value)) {
            into.put(quantity, value);
        }
    }

    private static Optional<Path> counter() {
        try (Stream<Path> all = Files.list(COUNTERS)) {
            return all.filter(f -> f.toString().endsWith(":0"))
                    .map(f -> f.resolve("energy_uj"))
                    .filter(Files::isReadable)
                    .findFirst();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    private OptionalDouble power() {
        if (counter.isEmpty()) {
            return OptionalDouble.empty();
        }
        try {
            double now = Double.parseDouble(Files.readString(counter.get()).strip());
            long at = System.nanoTime();
            double before = energy;
            double seconds = (at - energyAt) / 1e9;
            energy = now;
            energyAt = at;
            // The counter starts again at 0 now and then.
            return before < 0 || now < before
                    ? OptionalDouble.empty()
                    : OptionalDouble.of((now - before) / 1e6 / seconds);
        } catch (IOException | NumberFormatException e) {
            return OptionalDouble.empty();
        }
    }
}
