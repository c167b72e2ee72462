package app.yarrowmark.server.standings;

import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.subjects.Subject;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** The fits of all groups over one pool, as of one revision of the scores. */
final class PoolFits {

    /** A group is part of overall if at least this share of the pool has it: who lacks it would have no place. */
    private static final double COMMON = 0.75;

    private static final int MOST_REMEMBERED = 24;

    private final ScoreSnapshot scores;
    private final Map<Long, SetupLabel> labels;
    private final List<Subject> pool;
    private final Map<TestGroup, GroupFit> byGroup;
    private final Map<String, Integer> numbers = new HashMap<>();
    private final int scored;
    private final Map<Object, Object> remembered = new LinkedHashMap<>(16, .75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Object, Object> eldest) {
            return size() > MOST_REMEMBERED;
        }
    };

    PoolFits(ScoreSnapshot scores, Map<Long, SetupLabel> labels, List<Subject> pool, Map<TestGroup, GroupFit> byGroup) {
        this.scores = scores;
        this.labels = labels;
        this.pool = pool;
        this.byGroup = byGroup;
        for (int s = 0; s < pool.size(); s++) {
            numbers.put(pool.get(s).key().toString(), s);
        }
        scored = (int) byGroup.values().stream()
                .flatMap(f -> f.parts().stream())
                .flatMap(p -> p.subjects().stream())
                .distinct()
                .count();
    }

    /** Returns what follows from the fits and a key, made once while these fits are kept. */
    @SuppressWarnings("unchecked")
    <T> T remember(Object key, Supplier<T> make) {
        synchronized (remembered) {
            Object known = remembered.get(key);
            if (known == null) {
                known = make.get();
                remembered.put(key, known);
            }
            return (T) known;
        }
    }

    ScoreSnapshot scores() {
        return scores;
    }

    Map<Long, SetupLabel> labels() {
        return labels;
    }

    List<Subject> pool() {
        return pool;
    }

    /** Returns the fits of the groups in their order. */
    Map<TestGroup, GroupFit> byGroup() {
        return byGroup;
    }

    /** Returns the number of a subject in the pool; -1 if it is not in it. */
    int numberOf(String key) {
        return numbers.getOrDefault(key, -1);
    }

    /** Returns the groups that overall is made of. */
    List<GroupFit> common(StandingsQuestion.Weights weights) {
        return byGroup.values().stream().filter(f -> whyNot(f, weights) == null).toList();
    }

    /** Returns why a group is no part of overall; null if it is. */
    @Nullable
    String whyNot(GroupFit fit, StandingsQuestion.Weights weights) {
        int subjects = fit.parts().isEmpty() ? 0 : fit.parts().get(0).subjects().size();
        if (!fit.group().isSpeed()) {
            return "it does not tell how fast a device is";
        }
        if (weights.of(fit.group()) == 0) {
            return "it has no weight";
        }
        if (subjects < 2) {
            return "fewer than two have it";
        }
        if (fit.parts().get(0).tests().size() < 2) {
            return "it has one test only";
        }
        return subjects < COMMON * scored && !weights.isNamed(fit.group()) ? "fewer than three in four have it" : null;
    }
}
