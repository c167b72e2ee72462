package app.yarrowmark.workloads.kernels;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;
import java.util.Arrays;

/** Joins sightings with the register of rings and sorts what matches by species and time. Work: million records. */
public final class Sightings implements Kernel {

    private static final int RINGS = 1 << 14;
    private static final int SPECIES = 200;

    @Override
    public String key() {
        return "sightings";
    }

    @Override
    public int smallest() {
        return 8 * 1024;
    }

    @Override
    public Job prepare(int size) {
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

        Join(int[] ring, int[] species, int[] seen, int[] time, int known) {
            this.ring = ring;
            this.species = species;
            this.seen = seen;
            this.time = time;
            this.known = known;
            this.joined = new long[seen.length];
        }

        @Override
        public double work() {
            return seen.length / 1e6;
        }

        @Override
        public long run() {
            register();
            int matches = 0;
            for (int i = 0; i < seen.length; i++) {
                int at = find(seen[i]);
                if (at >= 0) {
                    joined[matches++] = (long) species[at] << 40 | (long) time[i] << 16 | seen[i] & 0xFFFF;
                }
            }
            Arrays.sort(joined, 0, matches);
            if (matches != known) {
                throw new WrongResult("the join found " + matches + " sightings instead of " + known);
            }
            long sum = 0;
            for (int i = 0; i < matches; i++) {
                if (i > 0 && joined[i - 1] > joined[i]) {
                    throw new WrongResult("the sightings are not in order at " + i);
                }
                sum = sum * 31 + joined[i];
            }
            return sum;
        }

        private void register() {
            Arrays.fill(slots, -1);
            for (int i = 0; i < ring.length; i++) {
                int slot = slot(ring[i]);
                while (slots[slot] >= 0) {
                    slot = slot + 1 & slots.length - 1;
                }
                slots[slot] = i;
            }
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
