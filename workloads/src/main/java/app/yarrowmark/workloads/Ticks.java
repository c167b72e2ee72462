package app.yarrowmark.workloads;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;

/** Two clocks of the calling thread. */
public interface Ticks {

    /** The machine's own. */
    Ticks SYSTEM = new Ticks() {
        private final ThreadMXBean threads = ManagementFactory.getThreadMXBean();

        @Override
        public long passed() {
            return System.nanoTime();
        }

        @Override
        public long used() {
            return threads.getCurrentThreadCpuTime();
        }
    };

    /** Returns the time that passes for everyone, in nanoseconds from some start. */
    long passed();

    /** Returns the processor time that this thread has used, in nanoseconds. */
    long used();
}
