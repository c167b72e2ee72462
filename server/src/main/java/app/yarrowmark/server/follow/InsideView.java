package app.yarrowmark.server.follow;

import app.yarrowmark.core.series.SizeCurve;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * What lies inside the scores of a suite.
 *
 * @param names of the series that the runs of these setups have
 * @param axis of what is shown
 * @param axisUnit UCUM
 * @param lines a line for each setup and series shown
 * @param crossings where one line overtakes another, along sizes
 */
record InsideView(
        long suiteId,
        String suite,
        List<SetupChoice> setups,
        List<SeriesName> names,
        Kind kind,
        String axis,
        String axisUnit,
        @Nullable Double floor,
        List<InsideLine> lines,
        List<Crossing> crossings) {

    /** What the axis is, and so what is asked of a line. */
    enum Kind {
        SIZES,
        TIME,
        FRAMES,
        COUNT
    }

    /** A setup that is shown. */
    record SetupChoice(long setupId, String label) {}

    /** A series that runs have, and whether it is shown. */
    record SeriesName(String name, String unit, String axis, String axisUnit, Kind kind, boolean shown) {}

    /**
     * A series of a setup over its runs.
     *
     * @param x places of the middle of the runs; of the first run where their places differ
     * @param y as many values
     * @param claims what the maker claims of it
     */
    record InsideLine(
            long setupId,
            String setup,
            String name,
            String unit,
            boolean higherIsBetter,
            List<InsideRun> runs,
            List<Double> x,
            List<Double> y,
            @Nullable Sizes sizes,
            @Nullable Holds time,
            @Nullable FrameWords frames,
            @Nullable Double eachFurther,
            List<ClaimLine> claims) {}

    /**
     * One run's series, thinned for showing.
     *
     * @param points how many there are in all
     * @param time what it held, along time
     */
    record InsideRun(
            UUID id,
            Instant startedAt,
            int points,
            List<Double> x,
            List<Double> y,
            @Nullable Holds time) {}

    /**
     * A curve along sizes.
     *
     * @param halfSize at which half of the level is reached; absent where the first size has it
     * @param odd places that break the order
     */
    record Sizes(
            double peakSize,
            double peak,
            double level,
            @Nullable Double halfSize,
            List<Odd> odd) {}

    /** A place that breaks the order. */
    record Odd(double x, SizeCurve.Mark mark) {}

    /**
     * What is held over time.
     *
     * @param held share of the peak; absent where values may be 0 or less
     * @param onset when it fell below 95 % of its peak for good; absent where it did not
     */
    record Holds(
            double peak,
            double sustained,
            @Nullable Double held,
            @Nullable Double onset) {}

    /**
     * Frame times of all runs pooled.
     *
     * @param slowest frame time in milliseconds from which on a frame is one of the slowest hundredth
     * @param heldAt frames a second of the display that set the pace; absent where the device did
     * @param under share of the time in which frames came slower than the floor by more than 1 %; absent without one
     * @param bins frame times by length: from so many milliseconds, so many frames
     */
    record FrameWords(
            int count,
            double average,
            double low,
            double slowest,
            boolean rough,
            @Nullable Double heldAt,
            @Nullable Double under,
            double binWidth,
            List<Integer> bins) {}

    /** What a maker claims of a metric that is drawn from the series. */
    record ClaimLine(String metric, double value, String text) {}

    /** Where one line overtakes another; numbers of the lines. */
    record Crossing(int one, int other, double x) {}
}
