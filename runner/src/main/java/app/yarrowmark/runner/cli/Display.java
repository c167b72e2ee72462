package app.yarrowmark.runner.cli;

import app.yarrowmark.core.exchange.DeviceProtocol.ProgressReport;
import app.yarrowmark.core.exchange.DeviceProtocol.Sensor;
import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.runner.desk.Link;
import app.yarrowmark.runner.desk.Queued;
import app.yarrowmark.runner.measure.Watcher;
import app.yarrowmark.runner.measure.WorkEvent;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;

/** Says how far the queue is, in the terminal and on the Desk, at most twice a second. */
final class Display {

    private static final long PAUSE_NANOS = 500_000_000;
    private static final int TRACE = 60;
    private static final double TINY_SECONDS = 20;

    private final Output output;
    private final @Nullable Link link;
    private final List<Queued> queue;
    private final boolean tiny;
    private final Map<String, Duration> lengths = new HashMap<>();
    private final LongSupplier nanos;
    private long shown;

    Display(Output output, @Nullable Link link, List<Queued> queue, boolean tiny) {
        this(output, link, queue, tiny, System::nanoTime);
    }

    /** With a clock of its own, which counts nanoseconds. */
    Display(Output output, @Nullable Link link, List<Queued> queue, boolean tiny, LongSupplier nanos) {
        this.output = output;
        this.link = link;
        this.queue = queue;
        this.tiny = tiny;
        this.nanos = nanos;
        shown = nanos.getAsLong() - PAUSE_NANOS;
    }

    /** A run has ended: the next of its suite is expected to take as long. */
    void took(SuiteSheet sheet, Duration length) {
        lengths.put(sheet.id().key(), length);
    }

    void sample(SuiteSheet sheet, int repeat, Instant start, WorkEvent.Sample sample, double done, Watcher watcher) {
        long now = nanos.getAsLong();
        List<Double> values = sample.values();
        if (values.isEmpty() || now - shown < PAUSE_NANOS) {
            return;
        }
        shown = now;
        Metric metric = sheet.metric(sample.metric()).orElseThrow();
        double last = values.get(values.size() - 1);
        long left = secondsLeft(sheet, repeat, done, Duration.between(start, Instant.now()));
        output.progress(sheet, metric, repeat, done, last, left);
        if (link != null) {
            link.tellProgress(new ProgressReport(
                    sheet.id().key(),
                    metric.name(),
                    Math.min(1, done),
                    repeat,
                    queued(sheet).repeats(),
                    left,
                    last,
                    metric.unit(),
                    values,
                    sensors(watcher)));
        }
    }

    private static List<Sensor> sensors(Watcher watcher) {
        List<Sensor> lines = new ArrayList<>();
        watcher.newest(TRACE)
                .forEach((quantity, values) -> lines.add(new Sensor(quantity.words, quantity.unit, values)));
        return lines;
    }

    private Queued queued(SuiteSheet sheet) {
        return queue.stream()
                .filter(q -> q.suite().equals(sheet.id().key()))
                .findFirst()
                .orElse(Queued.NONE);
    }

    /** What is left of this run, of its repeats, and of the suites behind it, with the rests. */
    long secondsLeft(SuiteSheet sheet, int repeat, double done, Duration past) {
        double gone = past.toMillis() / 1000.0;
        double own = length(queued(sheet));
        if (!lengths.containsKey(sheet.id().key()) && done > 0.1) {
            own = gone / done;
        }
        double left = Math.max(0, own * (1 - done)) + (queued(sheet).repeats() - repeat) * (own + rest(sheet));
        boolean behind = false;
        for (Queued queued : queue) {
            SuiteSheet next = OwnSuites.sheet(queued.suite());
            if (behind) {
                left += queued.repeats() * length(queued) + (queued.repeats() - 1) * rest(next);
            }
            behind |= queued.suite().equals(sheet.id().key());
        }
        return Math.round(left);
    }

    private double rest(SuiteSheet sheet) {
        return tiny ? 0 : sheet.schedule().restSeconds();
    }

    private double length(Queued queued) {
        Duration measured = lengths.get(queued.suite());
        double expected = tiny ? TINY_SECONDS : queued.minutes() * 60;
        return measured == null ? expected : measured.toMillis() / 1000.0;
    }
}
