package app.yarrowmark.server.revisions;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** How far each lane of a count had come at one moment; does not change. */
public final class Marks {

    /** Before anything was counted. */
    public static final Marks NONE = new Marks(new long[0]);

    /** By lane; lanes that are not used are 0. */
    private final long[] numbers;

    private Marks(long[] numbers) {
        this.numbers = numbers;
    }

    /** Returns those of lanes with their numbers. */
    public static Marks of(List<Lane> lanes) {
        int most = lanes.stream().mapToInt(Lane::lane).max().orElse(-1);
        long[] numbers = new long[most + 1];
        lanes.forEach(l -> numbers[l.lane] = l.number);
        return new Marks(numbers);
    }

    /** How far one lane has come. */
    public record Lane(int lane, long number) {}

    /** Returns how much was counted together: what people are told as the number. */
    public long sum() {
        return Arrays.stream(numbers).sum();
    }

    /** Returns whether no lane is behind where it was at another moment; one may be where a database answers that lags behind. */
    public boolean reach(Marks other) {
        for (int lane = 0; lane < other.numbers.length; lane++) {
            if (number(lane) < other.numbers[lane]) {
                return false;
            }
        }
        return true;
    }

    private long number(int lane) {
        return lane < numbers.length ? numbers[lane] : 0;
    }

    /**
     * Returns the changes after an earlier moment, up to this one.
     *
     * @param before that this one reaches
     */
    public Changes since(Marks before) {
        List<Object> bounds = new ArrayList<>();
        for (int lane = 0; lane < numbers.length; lane++) {
            if (numbers[lane] > before.number(lane)) {
                bounds.add(Stamp.of(lane, before.number(lane)));
                bounds.add(Stamp.of(lane, numbers[lane]));
            }
        }
        return new Changes(bounds);
    }

    /** Changes between two moments, as a condition on a column of stamps. */
    public static final class Changes {

        private final List<Object> bounds;

        private Changes(List<Object> bounds) {
            this.bounds = bounds;
        }

        /** Returns the condition in SQL, with marks for the values. */
        public String condition(String column) {
            return bounds.isEmpty()
                    ? "false"
                    : bounds.stream()
                            .limit(bounds.size() / 2)
                            .map(b -> column + " > ? and " + column + " <= ?")
                            .collect(Collectors.joining(" or ", "(", ")"));
        }

        /** Returns the values of the marks. */
        public Object[] values() {
            return bounds.toArray();
        }
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Marks m && reach(m) && m.reach(this);
    }

    @Override
    public int hashCode() {
        return Long.hashCode(sum());
    }

    @Override
    public String toString() {
        return Arrays.toString(numbers);
    }
}
