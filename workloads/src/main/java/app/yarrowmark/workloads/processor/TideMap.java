package app.yarrowmark.workloads.processor;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;
import java.util.Arrays;

/**
 * Finds the driest way across a map of tidal creeks: shortest path over a grid (Dijkstra 1959) with a binary heap. Work:
 * million cells of the map, which has 256 × 128.
 */
public final class TideMap implements Kernel {

    private static final int WIDTH = 256;
    private static final int HEIGHT = 128;

    @Override
    public String key() {
        return "tide";
    }

    @Override
    public long checksum() {
        return 0x0000_2504_0000_0193L;
    }

    @Override
    public Job prepare(int threads) {
        int rows = HEIGHT;
        Random64 random = new Random64(613);
        byte[] depth = new byte[rows * WIDTH];
        for (int i = 0; i < depth.length; i++) {
            depth[i] = (byte) (1 + random.below(90));
        }
        return new Crossing(depth, rows);
    }

    private static final class Crossing implements Job {

        private final byte[] depth;
        private final int rows;
        private final int[] cost;
        private final int[] from;
        private final long[] heap;
        private int size;

        Crossing(byte[] depth, int rows) {
            this.depth = depth;
            this.rows = rows;
            this.cost = new int[depth.length];
            this.from = new int[depth.length];
            this.heap = new long[depth.length * 4 + 8];
        }

        @Override
        public double work() {
            return depth.length / 1e6;
        }

        @Override
        public long run() {
            Arrays.fill(cost, Integer.MAX_VALUE);
            size = 0;
            cost[0] = depth[0];
            from[0] = -1;
            push(depth[0], 0);
            while (size > 0) {
                visit(pop());
            }
            return walked(depth.length - 1);
        }

        private void visit(long top) {
            int at = (int) top;
            if (top >>> 32 == cost[at]) {
                int x = at % WIDTH;
                step(at, at - 1, x > 0);
                step(at, at + 1, x < WIDTH - 1);
                step(at, at - WIDTH, at >= WIDTH);
                step(at, at + WIDTH, at < depth.length - WIDTH);
            }
        }

        private void step(int at, int to, boolean onMap) {
            if (onMap && cost[at] + depth[to] < cost[to]) {
                cost[to] = cost[at] + depth[to];
                from[to] = at;
                push(cost[to], to);
            }
        }

        /** Walks the way back and adds it up again; it must cost what was found, and no less than its steps. */
        private long walked(int end) {
            int sum = 0;
            int steps = 0;
            for (int at = end; at >= 0; at = from[at]) {
                sum += depth[at];
                steps++;
                if (steps > depth.length) {
                    throw new WrongResult("the way across the map goes round in circles");
                }
            }
            if (sum != cost[end] || steps < WIDTH + rows - 1) {
                throw new WrongResult("the way found costs " + sum + ", not " + cost[end]);
            }
            return (long) sum << 32 | steps;
        }

        private void push(int key, int cell) {
            long entry = (long) key << 32 | cell;
            int at = size++;
            while (at > 0 && heap[(at - 1) / 2] > entry) {
                heap[at] = heap[(at - 1) / 2];
                at = (at - 1) / 2;
            }
            heap[at] = entry;
        }

        private long pop() {
            long top = heap[0];
            long last = heap[--size];
            int at = 0;
            while (2 * at + 1 < size) {
                int child = 2 * at + 1;
                if (child + 1 < size && heap[child + 1] < heap[child]) {
                    child++;
                }
                if (heap[child] >= last) {
                    break;
                }
                heap[at] = heap[child];
                at = child;
            }
            heap[at] = last;
            return top;
        }
    }
}
