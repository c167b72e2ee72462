package app.yarrowmark.server.scorebook;

import java.util.Arrays;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Which readings of a column belong to which setup and day. Most metrics of a suite were read in the same runs, so their columns share
 * one of these: less memory, and the next column is looked up where the last one was.
 */
final class Cells {

    /** A day that nobody told. */
    static final int UNKNOWN = Integer.MIN_VALUE;

    /** Rising. */
    private final long[] setups;
    /** Readings of cell i are from {@code start[i]} to before {@code start[i + 1]}. */
    private final int[] start;
    /** Day of each reading, as days since 1970; {@link #UNKNOWN} where that is not known. */
    private final int[] day;

    Cells(long[] setups, int[] start, int[] day) {
        this.setups = setups;
        this.start = start;
        this.day = day;
    }

    /** Returns one that is equal and perhaps kept already; keeps it otherwise. */
    Cells shared(Map<Cells, Cells> kept) {
        Cells known = kept.putIfAbsent(this, this);
        return known == null ? this : known;
    }

    int count() {
        return setups.length;
    }

    /** Returns the cell of a setup, or a negative number if it has none. */
    int at(long setup) {
        return Arrays.binarySearch(setups, setup);
    }

    long setup(int cell) {
        return setups[cell];
    }

    /** Returns the first reading of a cell. */
    int from(int cell) {
        return start[cell];
    }

    /** Returns the reading after the last of a cell. */
    int to(int cell) {
        return start[cell + 1];
    }

    /** Returns the day of a reading. */
    int day(int reading) {
        return day[reading];
    }

    /** Returns the days of a cell, rising; readings of unknown days are of the first of those that are known. */
    int[] days(int cell) {
        int[] distinct =
                Arrays.stream(day, from(cell), to(cell)).sorted().distinct().toArray();
        return distinct.length > 1 && distinct[0] == UNKNOWN
                ? Arrays.copyOfRange(distinct, 1, distinct.length)
                : distinct;
    }

    /** Returns all cells in turn. */
    IntStream all() {
        return IntStream.range(0, setups.length);
    }

    /** Returns the setups, rising. */
    Stream<Long> setups() {
        return Arrays.stream(setups).boxed();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Cells o
                && Arrays.equals(setups, o.setups)
                && Arrays.equals(start, o.start)
                && Arrays.equals(day, o.day);
    }

    @Override
    public int hashCode() {
        return 31 * (31 * Arrays.hashCode(setups) + Arrays.hashCode(start)) + Arrays.hashCode(day);
    }
}
