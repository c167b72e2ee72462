package app.yarrowmark.server.runs;

import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.server.suites.Suite;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.hibernate.annotations.BatchSize;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** Only what changed is written, so that a review and a person who change a run at once do not undo each other. */
@DynamicUpdate
@Entity
@Table(name = "run")
class RunEntity {

    @Id
    UUID id;

    Long setupId;
    Long suiteId;

    @Nullable
    Long sittingId;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    RunState state;

    @Nullable
    String reason;

    Instant startedAt;
    Instant endedAt;
    Instant receivedAt;
    String sender;
    String senderVersion;
    String workSize;

    @Nullable
    String note;

    /** The facts the sender read at the time, as JSON, also where the setup says otherwise. */
    @Column(columnDefinition = "longtext")
    @Nullable
    String facts;

    @Column(columnDefinition = "char(64)")
    String contentHash;

    long revision;

    /** Metrics without a reading, {@code RunFile.GapLine}s as JSON. */
    @Column(columnDefinition = "longtext")
    @Nullable
    String gaps;

    /** Names of {@code RunFile.Flag}s, joined by commas; a flagged run does not count. */
    String flags = "";

    /** Those of {@link #flags} that it has by its setup. */
    String flagsOfSetup = "";

    /** Conditions that were ticked off, as JSON. */
    @Column(columnDefinition = "longtext")
    @Nullable
    String conditions;

    @Nullable
    Double roomTemperature;

    /** What looks wrong, {@link StoredDoubts} as JSON. */
    @Column(columnDefinition = "longtext")
    @Nullable
    String doubts;

    /** How many of them wait for a person to look. */
    int openDoubts;

    /** The list from elsewhere that it is from; empty if this desk measured it. */
    String origin = "";

    /** Where it was measured, as the sender says; UTC where it does not. */
    @Nullable
    String zone;

    /** The day it belongs to; null where that is not known. */
    @Nullable
    LocalDate day;

    @Nullable
    Long importId;

    /** The import that says otherwise. */
    @Nullable
    Long correctedBy;

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "reading", joinColumns = @JoinColumn(name = "run_id"))
    @MapKeyColumn(name = "metric_id")
    @BatchSize(size = 100)
    Map<Long, ReadingValue> readings = new HashMap<>();

    /** What was read, by metric key of its suite. */
    Map<String, Double> values(Suite suite) {
        Map<String, Double> values = new HashMap<>();
        for (Metric metric : suite.sheet().metrics()) {
            ReadingValue reading = readings.get(suite.metricId(metric));
            if (reading != null) {
                values.put(metric.key(), reading.value);
            }
        }
        return values;
    }

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "run_sample", joinColumns = @JoinColumn(name = "run_id"))
    @MapKeyColumn(name = "metric_id")
    @Column(name = "samples", columnDefinition = "longtext")
    @BatchSize(size = 100)
    Map<Long, String> samples = new HashMap<>();

    @ElementCollection(fetch = FetchType.LAZY)
    @CollectionTable(name = "run_series", joinColumns = @JoinColumn(name = "run_id"))
    @MapKeyColumn(name = "name")
    @BatchSize(size = 100)
    Map<String, SeriesValue> series = new HashMap<>();

    @Version
    int edition;

    @SuppressWarnings("NullAway.Init")
    protected RunEntity() {}

    @SuppressWarnings("NullAway.Init")
    RunEntity(UUID id) {
        this.id = id;
    }

    @Embeddable
    static class ReadingValue {

        String text;

        @Column(name = "value")
        double value;

        double resolution;
        boolean computed;

        @Nullable
        String note;

        /** Of how many runs somebody else took the average; absent for a number of one run. */
        @Nullable
        Integer averageOf;

        @Nullable
        String averageSpread;

        @SuppressWarnings("NullAway.Init")
        protected ReadingValue() {}

        ReadingValue(String text, double value, double resolution, boolean computed, @Nullable String note) {
            this.text = text;
            this.value = value;
            this.resolution = resolution;
            this.computed = computed;
            this.note = note;
        }

        /** Returns the same as an average that somebody else made, or of one run. */
        ReadingValue as(RunFile.@Nullable Average average) {
            averageOf = average == null ? null : (Integer) average.runs();
            averageSpread = average == null ? null : average.spread();
            return this;
        }

        RunFile.@Nullable Average average() {
            return averageOf == null ? null : new RunFile.Average(averageOf, averageSpread);
        }
    }

    @Embeddable
    static class SeriesValue {

        String unit;
        String axis;
        String axisUnit;

        /** A {@code Series} as JSON. */
        @Column(columnDefinition = "longtext")
        String points;

        /** What a person typed of it, a {@code TypedSeries} as JSON; absent where a device measured. */
        @Column(columnDefinition = "longtext")
        @Nullable
        String typed;

        @SuppressWarnings("NullAway.Init")
        protected SeriesValue() {}

        SeriesValue(String unit, String axis, String axisUnit, String points, @Nullable String typed) {
            this.unit = unit;
            this.axis = axis;
            this.axisUnit = axisUnit;
            this.points = points;
            this.typed = typed;
        }
    }
}
