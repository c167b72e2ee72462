package app.yarrowmark.workloads;

/** A piece of work that can be made in any size; the same seed gives the same input everywhere. */
public interface Kernel {

    /** Returns the first part of its metrics' keys, e.g. {@code notes} for {@code notes.one}. */
    String key();

    /** Returns the smallest size; the harness doubles it until one iteration takes long enough. */
    int smallest();

    /** Returns a job of that size with its input made; not shared between threads. */
    Job prepare(int size);

    /** One size of a kernel, ready to repeat. */
    interface Job {

        /** Returns the work of one iteration in the unit of the metric without its time, e.g. megabytes. */
        double work();

        /**
         * Does the work once and returns a checksum, the same every time.
         *
         * @throws WrongResult if the result does not mean what it should
         */
        long run();
    }
}
