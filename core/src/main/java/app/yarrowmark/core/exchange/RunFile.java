package app.yarrowmark.core.exchange;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * One run as it travels: from the runner, the device page, the grid, or a saved file. The sender makes the id, so that a
 * run sent twice is kept once.
 *
 * @param id made by the sender
 * @param suite key and version
 * @param sitting number of the sitting it belongs to; may be left out by a device, whose token names it
 * @param setup number of the setup it was measured in, where there is no sitting
 * @param state how it ended
 * @param reason why it failed or was set aside; needed then
 * @param startedAt UTC
 * @param endedAt UTC, not before the start
 * @param sender which program measured or took it down
 * @param size {@code normal}, or {@code tiny} for a trial that never counts by itself
 * @param facts read from the device at the time
 * @param readings one for each metric at most, as text with the digits as read
 * @param samples every single measurement behind the readings
 * @param note in the reviewer's words, at most 4,000 characters
 * @param gaps metrics without a reading, each with the reason
 * @param series numbers along an axis
 * @param conditions that were ticked off before the start; a sitting's own where left out
 * @param roomTemperature in degrees Celsius
 * @param flags what makes the run doubtful as a measure of speed
 * @param zone where it was measured, such as {@code Europe/Berlin} or {@code +01:00}; UTC where left out
 * @param day date that it was measured on, where the start does not tell it; empty where nothing does, left out where it is
 *     that of the start in the zone
 * @param origin list from elsewhere that it is from, at most 80 characters; empty or left out if this desk measured it
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record RunFile(
        @JsonProperty(required = true) UUID id,
        @JsonProperty(required = true) Suite suite,
        @Nullable Long sitting,
        @Nullable Long setup,
        @JsonProperty(required = true) State state,
        @Nullable String reason,
        @JsonProperty(required = true) Instant startedAt,
        @JsonProperty(required = true) Instant endedAt,
        @JsonProperty(required = true) Sender sender,
        @Nullable String size,
        @Nullable List<FactLine> facts,
        @Nullable List<ReadingLine> readings,
        @Nullable List<SampleLine> samples,
        @Nullable String note,
        @Nullable List<GapLine> gaps,
        @Nullable List<SeriesLine> series,
        @Nullable List<String> conditions,
        @Nullable Double roomTemperature,
        @Nullable List<Flag> flags,
        @Nullable String origin,
        @Nullable String zone,
        @Nullable String day) {

    /** How a run can end. */
    public enum State {
        DONE,
        FAILED,
        SET_ASIDE
    }

    /** What makes a run doubtful as a measure of speed; it is kept and shown, and does not count. */
    public enum Flag {
        /** The maker is suspected to tune its software for this suite. */
        MAKER_TUNING,
        /** Frames came no faster than the display shows them. */
        HELD_AT_REFRESH,
        /** Clocks fell under heat or a power limit. */
        THROTTLED,
        /** The screen was being recorded. */
        RECORDING
    }

    /** Returns the same run in another sitting, or in a setup without one. */
    public RunFile placed(@Nullable Long inSitting, @Nullable Long inSetup) {
        return with(inSitting, inSetup, Duration.ZERO, origin);
    }

    /** Returns the same run as a clock tells it that is behind the sender's by so much. */
    public RunFile earlierBy(Duration ahead) {
        return with(sitting, setup, ahead, origin);
    }

    /** Returns the same run from a list; measured here where that is null or empty. */
    public RunFile from(@Nullable String list) {
        return with(sitting, setup, Duration.ZERO, list == null || list.isBlank() ? null : list.strip());
    }

    private RunFile with(@Nullable Long inSitting, @Nullable Long inSetup, Duration earlier, @Nullable String list) {
        return new RunFile(
                id,
                suite,
                inSitting,
                inSetup,
                state,
                reason,
                startedAt.minus(earlier),
                endedAt.minus(earlier),
                sender,
                size,
                facts,
                readings,
                samples,
                note,
                gaps,
                series,
                conditions,
                roomTemperature,
                flags,
                list,
                zone,
                day);
    }

    /**
     * Returns the day it belongs to; empty where that is not known.
     *
     * @throws DateTimeException if the zone or the day is none
     */
    public Optional<LocalDate> measuredDay() {
        if (day == null) {
            return Optional.of(MeasuredDay.of(startedAt, MeasuredDay.zone(zone)));
        }
        return day.isBlank() ? Optional.empty() : Optional.of(LocalDate.parse(day));
    }

    /** Returns the list that it is from; empty if this desk measured it. */
    public String originText() {
        return origin == null ? "" : origin.strip();
    }

    /** A suite by key and version. */
    public record Suite(
            @JsonProperty(required = true) String key,
            @JsonProperty(required = true) String version) {}

    /** The program that sends, e.g. {@code runner 0.1.0}. */
    public record Sender(
            @JsonProperty(required = true) String program,
            @JsonProperty(required = true) String version) {}

    /** One fact; {@code reason} instead of {@code value} where it could not be read. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    public record FactLine(
            @JsonProperty(required = true) String key,
            @Nullable String value,
            @Nullable String unit,
            @Nullable String reason) {}

    /**
     * One metric's value as it was read or typed, and a note on it.
     *
     * @param digits plain digits in the metric's unit, where the text could be read in two ways, such as {@code 1.204}
     * @param average of how many runs somebody else took the average; absent for a number of one run
     */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    public record ReadingLine(
            @JsonProperty(required = true) String metric,
            @JsonProperty(required = true) String text,
            @Nullable String note,
            @Nullable String digits,
            @Nullable Average average) {

        /** A reading of one run. */
        public ReadingLine(String metric, String text, @Nullable String note, @Nullable String digits) {
            this(metric, text, note, digits, null);
        }

        /** A reading without a note, whose text says all. */
        public ReadingLine(String metric, String text) {
            this(metric, text, null, null);
        }
    }

    /**
     * Says that a number is an average that somebody else made.
     *
     * @param runs of how many, 2 to 10,000
     * @param spread their standard deviation, as written; absent if nobody told
     */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    public record Average(
            @JsonProperty(required = true) int runs,
            @Nullable String spread) {}

    /** A metric that has no reading, and why. */
    public record GapLine(
            @JsonProperty(required = true) String metric,
            @JsonProperty(required = true) String reason) {}

    /**
     * Numbers along an axis.
     *
     * @param name what they are, e.g. {@code temperature}; metrics drawn from it name it so
     * @param unit of the values, UCUM
     * @param axis what the places are, e.g. {@code time} or {@code size}
     * @param axisUnit of the places, UCUM
     * @param x places, ascending
     * @param y as many values
     * @param places as a person wrote them, as many; absent where a device measured
     * @param texts the values as a person wrote them, as many; absent where a device measured
     */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    public record SeriesLine(
            @JsonProperty(required = true) String name,
            @JsonProperty(required = true) String unit,
            @JsonProperty(required = true) String axis,
            @JsonProperty(required = true) String axisUnit,
            @JsonProperty(required = true) double[] x,
            @JsonProperty(required = true) double[] y,
            @Nullable List<String> places,
            @Nullable List<String> texts) {

        /** A series as a device measured it. */
        public SeriesLine(String name, String unit, String axis, String axisUnit, double[] x, double[] y) {
            this(name, unit, axis, axisUnit, x, y, null, null);
        }
    }

    /**
     * The single measurements of one metric, in order.
     *
     * @param metric they belong to
     * @param values in the metric's unit
     * @param marks one letter for each value: {@code w} warm-up, {@code c} counted, {@code d} disturbed
     */
    public record SampleLine(
            @JsonProperty(required = true) String metric,
            @JsonProperty(required = true) double[] values,
            @JsonProperty(required = true) String marks) {}
}
