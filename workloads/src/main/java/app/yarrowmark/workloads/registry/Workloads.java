package app.yarrowmark.workloads.registry;

import app.yarrowmark.workloads.Workload;
import app.yarrowmark.workloads.memory.Leaf;
import app.yarrowmark.workloads.processor.Stem;
import app.yarrowmark.workloads.storage.Root;
import java.util.List;

/** The native suites: a new one is named here, and nowhere else. */
public final class Workloads {

    private static final List<Workload> ALL = List.of(new Stem(), new Leaf(), new Root());

    private Workloads() {}

    /** Returns all, in the order they run. */
    public static List<Workload> all() {
        return ALL;
    }

    /** Returns the one with that key. */
    public static Workload of(String key) {
        return ALL.stream()
                .filter(w -> w.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("there is no native suite \"" + key + "\"; there are "
                        + ALL.stream().map(Workload::key).toList()));
    }
}
