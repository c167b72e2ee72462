package app.yarrowmark.workloads.memory;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.WrongResult;
import java.util.Arrays;
import java.util.List;

/**
 * Going through memory from end to end, or in long strides. The threads share out one array; each checks what it read or
 * left behind, so the checksum is always 0.
 */
final class Streams {

    private static final double MEGA = 1e6;
    private static final int CHECKED = 1021;
    /** Longs handled by one call, so that its method is called often enough to be compiled whole. */
    private static final int PORTION = 1 << 16;

    private Streams() {}

    /**
     * Returns the kernels over an array of so many bytes in all.
     *
     * @param bytes at least some thousand
     */
    static List<Kernel> kernels(long bytes) {
        return List.of(
                new Over("read", threads -> new Read(longs(bytes, threads))),
                new Over("fill", threads -> new Fill(longs(bytes, threads))),
                new Over("copy", threads -> new Copy(longs(bytes, threads))),
                new Over("gather", threads -> new Gather(longs(bytes, threads))));
    }

    private static int longs(long bytes, int threads) {
        return Math.toIntExact(Math.max(CHECKED, bytes / Long.BYTES / threads));
    }

    private interface Making {
        Kernel.Job job(int threads);
    }

    private record Over(String key, Making making) implements Kernel {
        @Override
        public long checksum() {
            return 0;
        }

        @Override
        public Job prepare(int threads) {
            return making.job(threads);
        }
    }

    /** Sums the array. Work: megabytes read. */
    private static final class Read implements Kernel.Job {

        /** Longs that the processor fetches together. */
        private static final int LINE = 8;
        /** One of a line so far ahead is read early: while the line comes, those before it are added up. */
        private static final int AHEAD = 16 * LINE;

        private final long[] array;
        private final long wanted;
        /** Keeps the early reads from being left out as useless. */
        @SuppressWarnings("UnusedVariable")
        private long early;

        Read(int longs) {
            array = new long[longs];
            Arrays.setAll(array, i -> i);
            wanted = (long) longs * (longs - 1) / 2;
        }

        @Override
        public double work() {
            return array.length * (double) Long.BYTES / MEGA;
        }

        @Override
        public long run() {
            long sum = 0;
            for (int from = 0; from < array.length; from += PORTION) {
                sum += sum(from, Math.min(from + PORTION, array.length));
            }
            if (sum != wanted) {
                throw new WrongResult("the numbers read add up to " + sum + " instead of " + wanted);
            }
            return 0;
        }

        private long sum(int from, int to) {
            long[] all = array;
            long a = 0;
            long b = 0;
            long c = 0;
            long d = 0;
            long ahead = 0;
            int i = from;
            for (int last = Math.min(to, all.length - AHEAD) - LINE; i <= last; i += LINE) {
                ahead ^= all[i + AHEAD];
                a += all[i];
                b += all[i + 1];
                c += all[i + 2];
                d += all[i + 3];
                a += all[i + 4];
                b += all[i + 5];
                c += all[i + 6];
                d += all[i + 7];
            }
            for (; i < to; i++) {
                a += all[i];
            }
            early ^= ahead;
            return a + b + c + d;
        }
    }

    /** Fills the array with another number each time. Work: megabytes written. */
    private static final class Fill implements Kernel.Job {

        private final long[] array;
        private long number;

        Fill(int longs) {
            array = new long[longs];
        }

        @Override
        public double work() {
            return array.length * (double) Long.BYTES / MEGA;
        }

        @Override
        public long run() {
            number++;
            for (int from = 0; from < array.length; from += PORTION) {
                Arrays.fill(array, from, Math.min(from + PORTION, array.length), number);
            }
            for (int i = 0; i < array.length; i += array.length / CHECKED) {
                if (array[i] != number) {
                    throw new WrongResult("place " + i + " was not filled");
                }
            }
            return 0;
        }
    }

    /** Copies one half of the memory to the other. Work: megabytes copied, each counted once. */
    private static final class Copy implements Kernel.Job {

        private final long[] from;
        private final long[] to;

        Copy(int longs) {
            from = new long[longs];
            to = new long[longs];
            Arrays.setAll(from, i -> 3L * i);
        }

        @Override
        public double work() {
            return from.length * (double) Long.BYTES / MEGA;
        }

        @Override
        public long run() {
            from[0]++;
            System.arraycopy(from, 0, to, 0, from.length);
            if (to[0] != from[0]) {
                throw new WrongResult("the first place was not copied");
            }
            for (int i = 1; i < to.length; i += to.length / CHECKED) {
                if (to[i] != 3L * i) {
                    throw new WrongResult("place " + i + " was not copied");
                }
            }
            return 0;
        }
    }

    /** Adds up numbers that lie a page and a bit apart. Work: million accesses. */
    private static final class Gather implements Kernel.Job {

        private static final int ACCESSES = 1 << 20;
        private static final int CALL = 1 << 12;
        /** A prime, so that every place is met before one is met again. */
        private static final int STRIDE = 521;

        private final long[] array;
        private final long wanted;

        Gather(int longs) {
            array = new long[longs];
            Arrays.setAll(array, i -> i % 7);
            long sum = 0;
            int at = 0;
            for (int i = 0; i < ACCESSES; i++) {
                sum += at % 7;
                at += STRIDE;
                at = at >= longs ? at - longs : at;
            }
            wanted = sum;
        }

        @Override
        public double work() {
            return ACCESSES / MEGA;
        }

        @Override
        public long run() {
            long sum = 0;
            int at = 0;
            for (int i = 0; i < ACCESSES; i += CALL) {
                sum += gather(array, at);
                at = (int) ((at + (long) CALL * STRIDE) % array.length);
            }
            if (sum != wanted) {
                throw new WrongResult("the numbers gathered add up to " + sum + " instead of " + wanted);
            }
            return 0;
        }

        private static long gather(long[] array, int start) {
            long sum = 0;
            int at = start;
            for (int i = 0; i < CALL; i++) {
                sum += array[at];
                at += STRIDE;
                at = at >= array.length ? at - array.length : at;
            }
            return sum;
        }
    }
}
