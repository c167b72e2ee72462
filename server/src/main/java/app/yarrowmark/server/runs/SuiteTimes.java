package app.yarrowmark.server.runs;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.score.Scoring;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.suites.Suite;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How long one run of a suite takes: by past runs of our own programs where there are some, else by its sheet. */
@Service
@Transactional(readOnly = true)
public class SuiteTimes {

    /** The last runs tell how long a suite takes; more would tell no more. */
    private static final int MOST_RUNS = 4000;
    /** What a device took lately; before that it may have been set up otherwise. */
    private static final int LATELY = 5;
    /** One run on some device of the kind would be hearsay. */
    private static final int LEAST_OF_KIND = 2;
    /** Shorter is no run: about a second. */
    private static final double LEAST_MINUTES = 0.02;

    private final RunRepository runs;
    private final SetupLabels setupLabels;

    SuiteTimes(RunRepository runs, SetupLabels setupLabels) {
        this.runs = runs;
        this.setupLabels = setupLabels;
    }

    /**
     * Minutes of suites as past runs tell them.
     *
     * @param learned by the number of the suite; without those that past runs do not tell
     */
    public record Minutes(Map<Long, Double> learned) {

        /** Whether past runs tell the minutes of a suite. */
        public boolean isLearned(long suiteId) {
            return learned.containsKey(suiteId);
        }

        /** Returns the minutes of one run, without the rest after it. */
        public double of(Suite suite) {
            return learned.getOrDefault(suite.id(), suite.sheet().schedule().minutes());
        }
    }

    private record Run(long setup, long suite, double minutes) {}

    /** Returns what suites take on a device: by its own last runs, else by those on its kind. */
    public Minutes on(long setupId, Collection<Long> suiteIds) {
        Map<Long, SetupLabel> labels = setupLabels.all();
        SetupLabel own = Maps.at(labels, setupId);
        List<Run> past = past(suiteIds);
        Map<Long, Double> learned =
                medians(past, r -> isOfKind(labels.get(r.setup), own.kind()), LEAST_OF_KIND, MOST_RUNS);
        learned.putAll(medians(past, r -> isOfUnit(labels.get(r.setup), own), 1, LATELY));
        return new Minutes(learned);
    }

    /** Returns what suites take on devices of a kind; of all kinds if null. */
    public Minutes onKind(@Nullable DeviceKind kind, Collection<Long> suiteIds) {
        Map<Long, SetupLabel> labels = setupLabels.all();
        return new Minutes(medians(past(suiteIds), r -> isOfKind(labels.get(r.setup), kind), LEAST_OF_KIND, MOST_RUNS));
    }

    /** Returns the minutes of one suite by the kind of device, where past runs tell them. */
    public SortedMap<DeviceKind, Double> byKind(long suiteId) {
        Map<Long, SetupLabel> labels = setupLabels.all();
        List<Run> past = past(List.of(suiteId));
        SortedMap<DeviceKind, Double> minutes = new TreeMap<>();
        labels.values().stream()
                .map(SetupLabel::kind)
                .distinct()
                .forEach(kind -> medians(past, r -> isOfKind(labels.get(r.setup), kind), LEAST_OF_KIND, MOST_RUNS)
                        .values()
                        .forEach(m -> minutes.put(kind, m)));
        return minutes;
    }

    private static boolean isOfKind(@Nullable SetupLabel label, @Nullable DeviceKind kind) {
        return label != null && (kind == null || label.kind().equals(kind));
    }

    private static boolean isOfUnit(@Nullable SetupLabel label, SetupLabel own) {
        return label != null && label.modelId() == own.modelId() && label.unit().equals(own.unit());
    }

    /** Runs with their length, the last first. */
    private List<Run> past(Collection<Long> suiteIds) {
        if (suiteIds.isEmpty()) {
            return List.of();
        }
        return runs.times(suiteIds, PageRequest.of(0, MOST_RUNS)).stream()
                .map(r -> new Run(
                        r.setup(),
                        r.suite(),
                        Duration.between(r.startedAt(), r.endedAt()).toMillis() / 60_000.0))
                .filter(r -> r.minutes > LEAST_MINUTES)
                .toList();
    }

    private static Map<Long, Double> medians(List<Run> past, Predicate<Run> wanted, int least, int most) {
        Map<Long, List<Double>> taken = new HashMap<>();
        past.stream().filter(wanted).forEach(r -> {
            List<Double> minutes = taken.computeIfAbsent(r.suite, s -> new ArrayList<>());
            if (minutes.size() < most) {
                minutes.add(r.minutes);
            }
        });
        taken.values().removeIf(minutes -> minutes.size() < least);
        Map<Long, Double> medians = new HashMap<>();
        taken.forEach((suite, minutes) -> medians.put(
                suite,
                Scoring.median(minutes.stream().mapToDouble(Double::doubleValue).toArray())));
        return medians;
    }
}
