package app.yarrowmark.workloads;

/**
 * A piece of work on a fixed input that a seed makes, the same on every machine. Its size never changes: a device that is
 * faster repeats it more often, so that it works on data of the same size and the same place in the caches.
 */
public interface Kernel {

    /** Returns the first part of its metrics' keys, e.g. {@code notes} for {@code notes.one}. */
    String key();

    /** Returns what every job of this kernel returns, on every machine. */
    long checksum();

    /**
     * Returns a job with its input made; not shared between threads.
     *
     * @param threads how many jobs run at once; only where they share out an input as large as the memory allows does the
     *     size of each depend on it
     */
    Job prepare(int threads);

    /** The work, ready to repeat. */
    interface Job {

        /** Returns the work of one run in the unit of the metric without its time, e.g. megabytes. */
        double work();

        /**
         * Does the work once and returns its checksum.
         *
         * @throws WrongResult if the result does not mean what it should
         */
        long run();
    }
}
