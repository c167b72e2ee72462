package app.yarrowmark.runner.measure;

import app.yarrowmark.core.exchange.RunFile.SeriesLine;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * Watches the computer twice a second while a run is measured: its sensors, what other programs use of the processor, and
 * what the host takes. From outside the measuring process, so that watching is no part of what is measured.
 */
public final class Watcher implements AutoCloseable {

    /** Other programs may use a tenth of one core on average before a reader is warned. */
    static final double MOST_OTHERS = 0.1;
    /** The host may take a hundredth of the time. */
    static final double MOST_STOLEN = 0.01;

    /** A neighbour may be on the core, or the drive have something else to do, at a tenth of the looks. */
    private static final double MOST_DISTURBED = 0.1;

    private static final long PAUSE_MILLIS = 500;

    /** Where the readings come from. */
    interface Source {
        Map<Sensors.Quantity, Double> sensors();

        Sensors.Time time();

        /** Returns the processor time that the runner and its measuring process have used, in seconds. */
        double own();

        /** Returns the number of the measuring process, 0 if there is none. */
        long measuring();
    }

    private final Source source;
    private final Supplier<Double> clock;
    private final Map<Sensors.Quantity, List<double[]>> traces = new EnumMap<>(Sensors.Quantity.class);
    private final List<double[]> others = new ArrayList<>();
    private final Looks core =
            new Looks("pace", "M{step}/s", "a neighbour used the same core, which this system does not show");
    private final Looks drive = new Looks(
            "drive between measurements",
            "MB/s",
            "the drive was busy, with work of its own or of others: it took more than half as long again as at best to"
                    + " read the same mebibyte");
    private double othersSeconds;
    private double stolenSeconds;
    private double watchedSeconds;
    private double watchedAll;
    private @Nullable Before before;
    private @Nullable Thread thread;

    private record Before(long measuring, double at, Sensors.Time time, double own) {}

    /** What the measuring process found when it looked around between measurements. */
    private final class Looks {

        private final String name;
        private final String unit;
        private final String what;
        private final List<double[]> speeds = new ArrayList<>();
        private int disturbed;

        /** @param what disturbed, as a clause */
        Looks(String name, String unit, String what) {
            this.name = name;
            this.unit = unit;
            this.what = what;
        }

        void add(double speed, boolean isDisturbed) {
            speeds.add(new double[] {clock.get(), speed});
            disturbed += isDisturbed ? 1 : 0;
        }

        Optional<String> warning() {
            return disturbed <= MOST_DISTURBED * speeds.size()
                    ? Optional.empty()
                    : Optional.of(String.format(
                            Locale.ROOT,
                            "At %.0f %% of %d looks %s; up to %.0f %% is quiet.",
                            100.0 * disturbed / speeds.size(),
                            speeds.size(),
                            what,
                            100 * MOST_DISTURBED));
        }

        Optional<SeriesLine> series() {
            return speeds.isEmpty() ? Optional.empty() : Optional.of(line(name, unit, speeds));
        }
    }

    /** @param clock seconds since the run started */
    Watcher(Source source, Supplier<Double> clock) {
        this.source = source;
        this.clock = clock;
    }

    /** Starts to watch beside the calling thread. */
    Watcher start() {
        Thread beside = new Thread(
                () -> {
                    try {
                        while (true) {
                            look();
                            Thread.sleep(Duration.ofMillis(PAUSE_MILLIS).toMillis());
                        }
                    } catch (InterruptedException e) {
                        // The run is over.
                    }
                },
                "watcher");
        beside.setDaemon(true);
        beside.start();
        thread = beside;
        return this;
    }

    synchronized void look() {
        double at = clock.get();
        source.sensors()
                .forEach((quantity, value) ->
                        traces.computeIfAbsent(quantity, q -> new ArrayList<>()).add(new double[] {at, value}));
        Before now = new Before(source.measuring(), at, source.time(), source.own());
        // Between two measuring processes nobody knows what the first used at its end.
        if (before != null && now.measuring == before.measuring && now.measuring != 0 && at > before.at) {
            double used = now.time.used() - before.time.used() - (now.own - before.own);
            othersSeconds += used;
            stolenSeconds += now.time.stolen() - before.time.stolen();
            watchedSeconds += at - before.at;
            watchedAll += now.time.all() - before.time.all();
            others.add(new double[] {at, Math.max(0, used / (at - before.at))});
        }
        before = now;
    }

    /** The measuring process looked at the pace of its core. */
    synchronized void pace(double stepsPerSecond, boolean isCrowded) {
        core.add(stepsPerSecond / 1e6, isCrowded);
    }

    /** The measuring process looked at the drive. */
    synchronized void drive(double rate, boolean isBusy) {
        drive.add(rate, isBusy);
    }

    /** Returns cores that other programs used on average. */
    synchronized double others() {
        return watchedSeconds == 0 ? 0 : Math.max(0, othersSeconds / watchedSeconds);
    }

    /** Returns the share of the processor's time that the host took, 0 to 1. */
    synchronized double stolen() {
        return watchedAll == 0 ? 0 : stolenSeconds / watchedAll;
    }

    /** Returns what a reader of the numbers should be warned of, a sentence each. */
    synchronized List<String> warnings() {
        List<String> warnings = new ArrayList<>();
        if (others() > MOST_OTHERS) {
            warnings.add(String.format(
                    Locale.ROOT,
                    "Other programs used %.2f of a core on average; up to %.1f is quiet.",
                    others(),
                    MOST_OTHERS));
        }
        if (stolen() > MOST_STOLEN) {
            warnings.add(String.format(
                    Locale.ROOT,
                    "The host took %.1f %% of the processor's time; up to %.0f %% is quiet.",
                    100 * stolen(),
                    100 * MOST_STOLEN));
        }
        core.warning().ifPresent(warnings::add);
        drive.warning().ifPresent(warnings::add);
        return warnings;
    }

    /** Returns what was watched along the time, in seconds since the run started. */
    synchronized List<SeriesLine> series() {
        List<SeriesLine> lines = new ArrayList<>();
        traces.forEach((quantity, points) -> lines.add(line(quantity.words, quantity.unit, points)));
        if (!others.isEmpty()) {
            lines.add(line("other programs", "{core}", others));
        }
        core.series().ifPresent(lines::add);
        drive.series().ifPresent(lines::add);
        return lines;
    }

    /** Returns the newest values of what is watched, by name. */
    public synchronized Map<Sensors.Quantity, List<Double>> newest(int most) {
        Map<Sensors.Quantity, List<Double>> newest = new EnumMap<>(Sensors.Quantity.class);
        traces.forEach((quantity, points) -> newest.put(
                quantity,
                points.subList(Math.max(0, points.size() - most), points.size()).stream()
                        .map(p -> p[1])
                        .toList()));
        return newest;
    }

    private static SeriesLine line(String name, String unit, List<double[]> points) {
        return new SeriesLine(
                name,
                unit,
                "time",
                "s",
                points.stream().mapToDouble(p -> rounded(p[0])).toArray(),
                points.stream().mapToDouble(p -> rounded(p[1])).toArray());
    }

    private static double rounded(double x) {
        return Math.rint(x * 1000) / 1000;
    }

    @Override
    public void close() {
        if (thread != null) {
            thread.interrupt();
        }
    }
}
