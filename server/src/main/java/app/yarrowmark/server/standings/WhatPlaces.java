package app.yarrowmark.server.standings;

import app.yarrowmark.core.suite.Home;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.suites.Suite;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Which suites would place one that has no place: together they bring enough tests to every group it lacks. */
final class WhatPlaces {

    /** A place in a group rests on two tests that others have too, unless the group has one test only. */
    private static final int TESTS_FOR_A_PLACE = 2;

    private final PoolFits fits;
    private final @Nullable DeviceKind kind;
    private final List<Long> setups;
    private final Map<TestGroup, List<TestColumn>> linked = new EnumMap<>(TestGroup.class);
    private final Map<TestGroup, Integer> wanting = new EnumMap<>(TestGroup.class);

    private WhatPlaces(PoolFits fits, int subject) {
        this.fits = fits;
        this.kind = fits.pool().get(subject).deviceKind();
        this.setups = fits.pool().get(subject).setups();
    }

    /**
     * Returns suites to run, the most useful for its time first; empty where no suites that others of its kind have would
     * place it.
     */
    static List<Suite> of(PoolFits fits, int subject, List<GroupFit> missing) {
        return new WhatPlaces(fits, subject).choose(missing);
    }

    private List<Suite> choose(List<GroupFit> missing) {
        for (GroupFit group : missing) {
            if (group.parts().isEmpty()) {
                return List.of();
            }
            List<TestColumn> tests = group.parts().get(0).tests();
            int has = (int) tests.stream().filter(this::has).count();
            wanting.put(group.group(), Math.min(tests.size(), TESTS_FOR_A_PLACE) - has);
            linked.put(
                    group.group(),
                    tests.stream().filter(t -> !has(t) && suits(t)).toList());
        }
        Map<Long, Suite> open = new LinkedHashMap<>();
        linked.values().forEach(tests -> tests.forEach(t -> open.put(t.suite().id(), t.suite())));
        List<Suite> chosen = new ArrayList<>();
        while (wanting.values().stream().anyMatch(n -> n > 0)) {
            Suite best = open.values().stream()
                    .filter(s -> brings(s) > 0)
                    .max(Comparator.comparingDouble(
                            s -> (double) brings(s) / s.sheet().schedule().minutes()))
                    .orElse(null);
            if (best == null) {
                return List.of();
            }
            wanting.replaceAll((group, n) -> n - brings(best, group));
            open.remove(best.id());
            chosen.add(best);
        }
        return chosen;
    }

    private boolean has(TestColumn test) {
        return setups.stream()
                .anyMatch(fits.scores().column(test.metricId()).scores().keySet()::contains);
    }

    /** Returns whether a device of its kind can run a test, and the test says anything of such devices. */
    private boolean suits(TestColumn test) {
        Home home = test.suite().sheet().home();
        if (kind == null || home == Home.BROWSER) {
            return true;
        }
        return (kind.runsNatively() || home != Home.NATIVE)
                && fits.scores().column(test.metricId()).scores().keySet().stream()
                        .map(fits.labels()::get)
                        .anyMatch(label -> label != null && kind.equals(label.kind()));
    }

    /** Returns how many of the tests that are wanted a suite would bring. */
    private int brings(Suite suite) {
        return wanting.entrySet().stream()
                .mapToInt(e -> Math.min(brings(suite, e.getKey()), Math.max(0, e.getValue())))
                .sum();
    }

    private int brings(Suite suite, TestGroup group) {
        return (int) linked.getOrDefault(group, List.of()).stream()
                .filter(t -> t.suite().id() == suite.id())
                .count();
    }
}
