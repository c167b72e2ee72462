package app.yarrowmark.workloads.processor;

import app.yarrowmark.workloads.Harness;
import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Report;
import app.yarrowmark.workloads.Workload;
import java.util.ArrayList;
import java.util.List;

/**
 * The processor suite: each kernel on one thread, then on all. Every kernel has processes of its own, and several of them:
 * what one leaves in the compiler or the caches does not touch the next, and what a process has by chance, such as where its
 * data lies, is evened out by the others.
 */
public final class Stem implements Workload {

    /** Returns the kernels in the order they run. */
    public static List<Kernel> kernels() {
        return List.of(
                new FieldNotes(),
                new Sightings(),
                new Spectra(),
                new PictureFilter(),
                new TideMap(),
                new StructuredText(),
                new Stones(),
                new Seals());
    }

    @Override
    public String key() {
        return "stem";
    }

    @Override
    public List<String> pieces(Plan plan) {
        List<String> pieces = new ArrayList<>();
        for (int round = 0; round < plan.rounds(); round++) {
            kernels().forEach(kernel -> pieces.add(kernel.key()));
        }
        return pieces;
    }

    @Override
    public List<String> jvmOptions(Place place) {
        return List.of("-Xms256m", "-Xmx256m");
    }

    @Override
    public void run(String piece, Place place, Report report) {
        Kernel kernel = kernels().stream()
                .filter(k -> k.key().equals(piece))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("Stem has no part \"" + piece + "\""));
        new Harness(place.plan(), report, place.bestPace()).run(kernel, place.threads());
    }
}
