package app.yarrowmark.server.setups;

import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactGroup;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.catalogue.DeviceKind;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A setup with its facts and where it belongs.
 *
 * @param ordinal which setup of its unit it is, from 1
 * @param sameAs name of an earlier setup of the unit in which everything known is the same
 * @param differences what is not as in its parent; empty without one
 */
public record SetupView(
        long id,
        long unitId,
        String unitLabel,
        String origin,
        long modelId,
        String maker,
        String model,
        DeviceKind kind,
        String name,
        int ordinal,
        @Nullable Long parentId,
        @Nullable String parentName,
        @Nullable Integer parentOrdinal,
        boolean tuned,
        @Nullable Tuning tuning,
        @Nullable String note,
        String fingerprint,
        @Nullable String sameAs,
        Instant createdAt,
        List<FactView> facts,
        List<DifferenceView> differences) {

    /** One fact; with a reason instead of a value where it is unknown. */
    public record FactView(
            String key,
            String name,
            String group,
            @Nullable String value,
            String unit,
            Fact.Origin origin,
            @Nullable String reason) {}

    /** What to make of a difference. */
    public enum Standing {
        /** It is the change that was named, or was called so. */
        MEANT,
        /** Nobody named it, and nobody looked at it yet. */
        UNMEANT,
        /** Somebody looked: it was not meant and is kept as a caveat. */
        CAVEAT,
        /** One side is not known. */
        UNKNOWN
    }

    /**
     * One fact that is not the same as before.
     *
     * @param before value with unit, or the reason why it is unknown
     * @param affects groups of tests it can change
     */
    public record DifferenceView(
            String key,
            String name,
            FactGroup group,
            String before,
            String after,
            Standing standing,
            List<TestGroup> affects,
            @Nullable String note) {}

    /** One fact over several setups. */
    public record ComparedFact(String key, String name, String group, List<String> values, boolean differs) {}
}
