package app.yarrowmark.workloads.processor;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;
import java.util.Arrays;

/**
 * Joins 32,768 sightings with a register of 16,384 rings and sorts what matches by species and time (bottom-up merge sort,
 * our own, so that it is the same in every Java). Work: million records.
 */
public final class Sightings implements Kernel {

    private static final int RINGS = 1 << 14;
    private static final int SPECIES = 200;
    private static final int RECORDS = 1 << 15;
    /** Records handled by one call, so that its method is called often. */
    private static final int PORTION = 512;

    @Override
    public String key() {
        return "sightings";
    }

    @Override
    public long checksum() {
        return 0x20A6_0780_AD88_049EL;
    }

    @Override
    public Job prepare(int threads) {
        int size = RECORDS;
        Random64 random = new Random64(77);
        int[] ring = new int[RINGS];
        int[] species = new int[RINGS];
        for (int i = 0; i < RINGS; i++) {
            // Odd numbers are in the register, even ones never are: the join must find exactly the odd half.
            ring[i] = 2 * (i * 7919 % (RINGS * 4)) + 1;
            species[i] = random.below(SPECIES);
        }
        int[] seen = new int[size];
        int[] time = new int[size];
        int known = 0;
        for (int i = 0; i < size; i++) {
            boolean registered = random.below(2) == 1;
            seen[i] = registered ? ring[random.below(RINGS)] : 2 * random.below(RINGS * 8);
            time[i] = random.below(1 << 22);
            known += registered ? 1 : 0;
        }
        return new Join(ring, species, seen, time, known);
    }

    private static final class Join implements Job {

        private final int[] ring;
        private final int[] species;
        private final int[] seen;
        private final int[] time;
        private final int known;
        private final int[] slots = new int[RINGS * 4];
        private final long[] joined;
        private final long[] other;

        Join(int[] ring, int[] species, int[] seen, int[] time, int known) {
            this.ring = ring;
            this.species = species;
            this.seen = seen;
            this.time = time;
            this.known = known;
            this.joined = new long[seen.length];
            this.other = new long[seen.length];
        }

        @Override
        public double work() {
            return seen.length / 1e6;
        }

        @Override
        public long run() {
            Arrays.fill(slots, -1);
            for (int from = 0; from < ring.length; from += PORTION) {
                register(from);
            }
            int matches = 0;
            for (int from = 0; from < seen.length; from += PORTION) {
                matches = join(from, matches);
            }
            if (matches != known) {
                throw new WrongResult("the join found " + matches + " sightings instead of " + known);
            }
            return checked(sorted(matches), matches);
        }

        private void register(int from) {
            for (int i = from; i < from + PORTION; i++) {
                int slot = slot(ring[i]);
                while (slots[slot] >= 0) {
                    slot = slot + 1 & slots.length - 1;
                }
                slots[slot] = i;
            }
        }

        private int join(int from, int before) {
            int matches = before;
            for (int i = from; i < from + PORTION; i++) {
                int at = find(seen[i]);
                if (at >= 0) {
                    joined[matches++] = (long) species[at] << 40 | (long) time[i] << 16 | seen[i] & 0xFFFF;
                }
            }
            return matches;
        }

        /** Returns the array that holds the first {@code count} records in order. */
        private long[] sorted(int count) {
            long[] from = joined;
            long[] to = other;
            for (int width = 1; width < count; width *= 2) {
                for (int start = 0; start < count; start += 2 * width) {
                    int middle = Math.min(start + width, count);
                    merge(from, to, start, middle, Math.min(start + 2 * width, count));
                }
                long[] swap = from;
                from = to;
                to = swap;
            }
            return from;
        }

        private static void merge(long[] from, long[] to, int start, int middle, int end) {
            int left = start;
            int right = middle;
            for (int at = start; at < end; at++) {
                if (left < middle && (right >= end || from[left] <= from[right])) {
                    to[at] = from[left++];
                } else {
                    to[at] = from[right++];
                }
            }
        }

        private static long checked(long[] records, int count) {
            long sum = 0;
            for (int i = 0; i < count; i++) {
                if (i > 0 && records[i - 1] > records[i]) {
                    throw new WrongResult("the sightings are not in order at " + i);
                }
                sum = sum * 31 + records[i];
            }
            return sum;
        }

        private int find(int wanted) {
            int slot = slot(wanted);
            while (slots[slot] >= 0) {
                if (ring[slots[slot]] == wanted) {
                    return slots[slot];
                }
                slot = slot + 1 & slots.length - 1;
            }
            return -1;
        }

        private int slot(int number) {
            return (number * 0x9E3779B1) >>> 16;
        }
    }
}
