package app.yarrowmark.workloads;

import app.yarrowmark.workloads.kernels.FieldNotes;
import app.yarrowmark.workloads.kernels.PictureFilter;
import app.yarrowmark.workloads.kernels.Sightings;
import app.yarrowmark.workloads.kernels.Spectra;
import app.yarrowmark.workloads.kernels.TideMap;
import java.util.ArrayList;
import java.util.List;

/** The processor suite: each kernel on one thread, then on all. */
public final class Stem {

    private Stem() {}

    /** Returns the kernels in the order they run. */
    public static List<Kernel> kernels() {
        return List.of(new FieldNotes(), new Sightings(), new Spectra(), new PictureFilter(), new TideMap());
    }

    /**
     * Measures everything.
     *
     * @param threads for the second half of each kernel, usually all the processor has
     * @throws WrongResult if a kernel computed something else than it should
     */
    public static List<Measured> run(Plan plan, int threads, Watch watch) {
        Harness harness = new Harness(plan, watch);
        List<Measured> all = new ArrayList<>();
        for (Kernel kernel : kernels()) {
            int size = harness.calibrate(kernel);
            all.add(harness.measure(kernel.key() + ".one", kernel, size, 1));
            all.add(harness.measure(kernel.key() + ".all", kernel, size, threads));
        }
        return all;
    }
}
