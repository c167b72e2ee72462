package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.series.Reduction;
import app.yarrowmark.core.series.Series;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.written.Marks;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.suites.Suite;
import com.fasterxml.jackson.core.type.TypeReference;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads what was typed for a suite once more, as a corrected sheet has it. */
@Service
@Transactional
public class Rereading {

    private static final int BATCH = 400;
    private static final int SHOWN = 4;

    private final RunRepository runs;
    private final EntityManager records;

    Rereading(RunRepository runs, EntityManager records) {
        this.runs = runs;
        this.records = records;
    }

    /**
     * What a corrected sheet makes of the readings of one metric.
     *
     * @param readings how many there are
     * @param other how many of them get another value
     * @param samples the first texts with their values before and after
     * @param unreadable the first texts that mean nothing to the corrected sheet, with why
     */
    public record Effect(String metric, int readings, int other, List<Reread> samples, List<String> unreadable) {}

    /** One text, and its value before and after. */
    public record Reread(String text, double before, double after) {}

    /** Returns how many runs of a suite there are, and of how many setups. */
    @Transactional(readOnly = true)
    public Extent extent(long suiteId) {
        return runs.extent(suiteId);
    }

    /** Runs of a suite, whatever became of them, and setups that have some. */
    public record Extent(long runs, long setups) {}

    /** Returns what another sheet would make of the readings of a suite, for each metric that it has otherwise or not at all. */
    @Transactional(readOnly = true)
    public List<Effect> effects(Suite before, SuiteSheet after) {
        List<Effect> effects = new ArrayList<>();
        for (Metric old : before.sheet().metrics()) {
            Optional<Metric> fresh = after.metric(old.key());
            if (fresh.isPresent() && same(old, fresh.get())) {
                continue;
            }
            List<RunRepository.ReadText> texts = runs.textsOf(before.metricId(old));
            if (!texts.isEmpty()) {
                effects.add(effect(old, fresh, texts));
            }
        }
        return effects;
    }

    private static Effect effect(Metric old, Optional<Metric> fresh, List<RunRepository.ReadText> texts) {
        Set<String> unreadable = new HashSet<>();
        List<Reread> samples = new ArrayList<>();
        int other = 0;
        for (RunRepository.ReadText w : texts) {
            try {
                if (fresh.isEmpty()) {
                    throw new IllegalArgumentException(
                            "\"" + w.text() + "\" was read for " + old.name() + ", which the sheet no longer has");
                }
                double after = again(old, fresh.get(), w.text(), w.value()).value();
                other += after == w.value() ? 0 : 1;
                if (samples.size() < SHOWN) {
                    samples.add(new Reread(w.text(), w.value(), after));
                }
            } catch (IllegalArgumentException e) {
                if (unreadable.size() < SHOWN) {
                    unreadable.add(w.text() + ": " + e.getMessage());
                }
            }
        }
        return new Effect(old.name(), texts.size(), other, samples, List.copyOf(unreadable));
    }

    private static boolean same(Metric a, Metric b) {
        return a.unit().equals(b.unit())
                && a.scale() == b.scale()
                && a.better() == b.better()
                && a.rungs().equals(b.rungs())
                && a.formula().map(Object::toString).equals(b.formula().map(Object::toString));
    }

    /** With its marks read as they were, where the text alone would be read otherwise. */
    private static Reading again(Metric old, Metric fresh, String text, double value) {
        for (Marks marks : Marks.values()) {
            Optional<Reading> before = ReadingText.tried(old, text, marks);
            Optional<Reading> after = ReadingText.tried(fresh, text, marks);
            if (before.isPresent() && after.isPresent() && before.get().value() == value) {
                return after.get();
            }
        }
        return ReadingText.parse(fresh, text);
    }

    /**
     * Reads every text of a suite again, and computes what follows from it.
     *
     * @throws IllegalArgumentException if a text means nothing to the corrected sheet
     */
    public void readAgain(Suite before, Suite after) {
        List<UUID> ids = runs.idsOf(before.id());
        for (int from = 0; from < ids.size(); from += BATCH) {
            List<UUID> some = ids.subList(from, Math.min(ids.size(), from + BATCH));
            runs.findAllById(some).forEach(run -> again(run, before, after));
            records.flush();
            records.clear();
        }
    }

    private static void again(RunEntity run, Suite before, Suite after) {
        Map<String, Double> values = new HashMap<>();
        for (Metric fresh : after.sheet().metrics()) {
            long id = after.metricId(fresh);
            RunEntity.ReadingValue r = run.readings.get(id);
            if (r == null) {
                continue;
            }
            if (!r.computed) {
                Metric old = before.sheet().metric(fresh.key()).orElse(fresh);
                Reading reading =
                        same(old, fresh) ? new Reading(r.value, r.resolution) : again(old, fresh, r.text, r.value);
                run.readings.put(
                        id,
                        new RunEntity.ReadingValue(r.text, reading.value(), reading.resolution(), false, r.note)
                                .as(r.average()));
                values.put(fresh.key(), reading.value());
            } else if (fresh.reducer().isPresent()) {
                Double drawn = drawn(run, fresh);
                values.put(fresh.key(), drawn == null ? r.value : drawn);
                if (drawn != null) {
                    run.readings.put(id, RunIntake.computed(drawn, fresh));
                }
            }
        }
        RunIntake.total(after, values, run.readings);
    }

    private static @Nullable Double drawn(RunEntity run, Metric metric) {
        RunEntity.SeriesValue kept =
                run.series.get(metric.reducer().orElseThrow().series());
        if (kept == null) {
            return null;
        }
        var drawn = Reduction.of(
                Json.read(kept.points, new TypeReference<Series>() {}),
                metric.reducer().get().way(),
                metric.better());
        return drawn.isPresent() ? drawn.getAsDouble() : null;
    }
}
