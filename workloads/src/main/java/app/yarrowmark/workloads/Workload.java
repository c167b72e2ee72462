package app.yarrowmark.workloads;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** A suite that runs natively: pieces of work, each measured in a process of its own. */
public interface Workload {

    /** Returns the key of its sheet. */
    String key();

    /** Returns the pieces in the order they run; one that is named twice is measured in two processes. */
    List<String> pieces(Plan plan);

    /** Returns options for the processes beyond those that all suites share. */
    List<String> jvmOptions(Place place);

    /** Returns how many bytes one run writes to the drive. */
    default long bytesWritten(Plan plan) {
        return 0;
    }

    /**
     * Measures a piece in this process.
     *
     * @throws WrongResult if something was computed, or read back, other than it should
     * @throws CannotMeasure if a score would mean nothing here
     * @throws IOException if the drive fails
     */
    void run(String piece, Place place, Report report) throws IOException, CannotMeasure;

    /**
     * Where and how much.
     *
     * @param plan how long
     * @param threads for what is measured on all, usually all the processor has
     * @param memoryBytes of the device
     * @param cacheBytes of the processor's largest cache, 0 if that is not known
     * @param bestPace best ratio of the two loops of {@link Pace} known of this device, infinite if none is
     * @param bestDrive best rate at which a look at the drive of the folder read, in MB/s; 0 if none is known
     * @param folder on the drive to measure
     */
    record Place(
            Plan plan,
            int threads,
            long memoryBytes,
            long cacheBytes,
            double bestPace,
            double bestDrive,
            Path folder) {}
}
