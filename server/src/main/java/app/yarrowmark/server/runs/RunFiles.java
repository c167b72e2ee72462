package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.series.Series;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.written.Marks;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import com.fasterxml.jackson.core.type.TypeReference;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Runs as they travel: what this desk keeps, in the form in which another takes it. */
@Service
public class RunFiles {

    private final RunRepository runs;
    private final SuiteService suites;

    RunFiles(RunRepository runs, SuiteService suites) {
        this.runs = runs;
        this.suites = suites;
    }

    /** Returns the runs of a setup, the first begun first; without the flags that they have by their setup. */
    @Transactional(readOnly = true)
    public List<RunFile> of(long setupId) {
        return runs.findBySetupIdInOrderByStartedAt(List.of(setupId)).stream()
                .map(this::file)
                .toList();
    }

    private RunFile file(RunEntity run) {
        Suite suite = suites.get(run.suiteId);
        return new RunFile(
                run.id,
                new RunFile.Suite(suite.sheet().id().key(), suite.sheet().id().version()),
                run.sittingId,
                null,
                RunFile.State.valueOf(run.state.name()),
                run.reason,
                run.startedAt,
                run.endedAt,
                new RunFile.Sender(run.sender, run.senderVersion),
                run.workSize,
                read(run.facts, new TypeReference<>() {}),
                readings(run, suite),
                samples(run, suite),
                run.note,
                read(run.gaps, new TypeReference<>() {}),
                series(run),
                run.conditions == null ? List.of() : read(run.conditions, new TypeReference<>() {}),
                run.roomTemperature,
                flags(run),
                run.origin.isEmpty() ? null : run.origin,
                run.zone,
                run.day == null ? "" : run.day.toString());
    }

    private static <T> @Nullable T read(@Nullable String json, TypeReference<T> type) {
        return json == null ? null : Json.read(json, type);
    }

    private static List<RunFile.Flag> flags(RunEntity run) {
        Set<RunFile.Flag> own = EnumSet.noneOf(RunFile.Flag.class);
        own.addAll(Flags.of(run.flags));
        own.removeAll(Flags.of(run.flagsOfSetup));
        return List.copyOf(own);
    }

    /** What was read or typed; totals follow from it anew. */
    private static List<RunFile.ReadingLine> readings(RunEntity run, Suite suite) {
        List<RunFile.ReadingLine> lines = new ArrayList<>();
        for (Metric metric : suite.sheet().metrics()) {
            RunEntity.ReadingValue r = run.readings.get(suite.metricId(metric));
            if (r != null && !r.computed) {
                lines.add(new RunFile.ReadingLine(metric.key(), r.text, r.note, digits(metric, r), r.average()));
            }
        }
        return lines;
    }

    /** The digits by which a text means what it was taken for; null where the text alone says so. */
    private static @Nullable String digits(Metric metric, RunEntity.ReadingValue r) {
        try {
            if (ReadingText.parse(metric, r.text).value() == r.value) {
                return null;
            }
        } catch (IllegalArgumentException e) {
            // It can be read in two ways.
        }
        return Arrays.stream(Marks.values())
                .flatMap(marks -> ReadingText.tried(metric, r.text, marks).stream())
                .filter(reading -> reading.value() == r.value)
                .findFirst()
                .map(reading -> reading.digits())
                .orElse(null);
    }

    private static List<RunFile.SampleLine> samples(RunEntity run, Suite suite) {
        return suite.sheet().metrics().stream()
                .map(metric -> run.samples.get(suite.metricId(metric)))
                .filter(text -> text != null)
                .map(text -> Json.read(text, new TypeReference<RunFile.SampleLine>() {}))
                .toList();
    }

    private static List<RunFile.SeriesLine> series(RunEntity run) {
        return new TreeMap<>(run.series)
                .entrySet().stream()
                        .map(e -> {
                            RunEntity.SeriesValue s = e.getValue();
                            Series points = Json.read(s.points, new TypeReference<>() {});
                            TypedSeries typed = read(s.typed, new TypeReference<>() {});
                            return new RunFile.SeriesLine(
                                    e.getKey(),
                                    s.unit,
                                    s.axis,
                                    s.axisUnit,
                                    points.x(),
                                    points.y(),
                                    typed == null || typed.places().isEmpty() ? null : typed.places(),
                                    typed == null ? null : typed.texts());
                        })
                        .toList();
    }
}
