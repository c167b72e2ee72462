package app.yarrowmark.workloads.storage;

import app.yarrowmark.workloads.Ticks;
import java.io.IOException;

/**
 * Tells whether the drive answers as soon as it can: the same piece of 1 MiB is read again and again, between the measurements.
 * It comes from wherever the drive has it nearest, so that how long it takes says how busy the drive and the way to it are, with
 * the drive's own housekeeping or with what others want of it. Nothing of the measurements themselves is in it.
 */
final class DrivePace {

    /** A busy drive takes more than so many times as long as at best. */
    static final double BUSY = 1.5;

    private static final int TRIES = 3;
    private static final long LONG_ENOUGH = 5_000_000;

    private final Ticks ticks;
    private double best;

    /** Reads the piece once. */
    interface Piece {
        void read() throws IOException;
    }

    /**
     * What one look found.
     *
     * @param rate in MB/s
     * @param busy whether the drive had something else to do
     */
    record Look(double rate, boolean busy) {}

    /** @param best rate known of this drive so far in MB/s, 0 if none is */
    DrivePace(Ticks ticks, double best) {
        this.ticks = ticks;
        this.best = best;
    }

    /** Looks once: the fastest of three tries counts, of fewer where one takes more than 5 ms. */
    Look look(Piece piece) throws IOException {
        long begin = ticks.passed();
        long fastest = Long.MAX_VALUE;
        for (int i = 0; i < TRIES && (i == 0 || ticks.passed() - begin < LONG_ENOUGH); i++) {
            long start = ticks.passed();
            piece.read();
            fastest = Math.min(fastest, Math.max(1, ticks.passed() - start));
        }
        double rate = WorkFile.PIECE / 1e6 / (fastest / 1e9);
        best = Math.max(best, rate);
        return new Look(rate, rate * BUSY < best);
    }

    /** Returns the best rate seen, in MB/s. */
    double best() {
        return best;
    }
}
