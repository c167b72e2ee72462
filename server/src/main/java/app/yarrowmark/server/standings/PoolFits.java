package app.yarrowmark.server.standings;

import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.kept.Kept;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.subjects.Subject;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** The fits of all groups over one pool, as of one revision of the scores. */
final class PoolFits {

    private static final int MOST_REMEMBERED = 24;

    private final ScoreSnapshot scores;
    private final Map<Long, SetupLabel> labels;
    private final List<Subject> pool;
    private final Map<TestGroup, GroupFit> byGroup;
    private final Map<String, Integer> numbers = new HashMap<>();
    private final Kept<Object, Object> remembered = Kept.counted(MOST_REMEMBERED);

    PoolFits(ScoreSnapshot scores, Map<Long, SetupLabel> labels, List<Subject> pool, Map<TestGroup, GroupFit> byGroup) {
        this.scores = scores;
        this.labels = labels;
        this.pool = pool;
        this.byGroup = byGroup;
        for (int s = 0; s < pool.size(); s++) {
            numbers.put(pool.get(s).key().toString(), s);
        }
    }

    /** Returns what follows from the fits and a key, made once while these fits are kept. */
    @SuppressWarnings("unchecked")
    <T> T remember(Object key, Supplier<T> make) {
        return (T) remembered.get(key, "", make::get);
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

    /** Returns the groups that overall is made of: those that count and that can be ranked here. */
    List<GroupFit> common(StandingsQuestion.Weights weights) {
        return byGroup.values().stream().filter(f -> whyNot(f, weights) == null).toList();
    }

    /** The numbers of the subjects that have every one of the groups, in their largest islands. */
    static BitSet inAll(List<GroupFit> groups) {
        BitSet all = having(groups.get(0));
        groups.forEach(g -> all.and(having(g)));
        return all;
    }

    private static BitSet having(GroupFit group) {
        BitSet own = new BitSet();
        group.parts().get(0).subjects().forEach(own::set);
        return own;
    }

    /** Returns why a group is no part of overall; null if it is. */
    @Nullable
    String whyNot(GroupFit fit, StandingsQuestion.Weights weights) {
        if (!fit.group().isSpeed()) {
            return "it does not tell how fast a device is";
        }
        if (weights.of(fit.group()) == 0) {
            return "it has no weight";
        }
        if (fit.parts().isEmpty()) {
            return "nothing run";
        }
        GroupFit.Part part = fit.parts().get(0);
        if (part.subjects().size() < 2) {
            return "fewer than two have it";
        }
        return part.isOneTest() ? "it has one test only" : null;
    }
}
