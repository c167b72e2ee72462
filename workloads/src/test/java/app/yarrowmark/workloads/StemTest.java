package app.yarrowmark.workloads;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class StemTest {

    static List<Kernel> kernels() {
        return Stem.kernels();
    }

    @ParameterizedTest
    @MethodSource("kernels")
    void everyKernelChecksItselfAndRepeatsItsChecksum(Kernel kernel) {
        for (int size : new int[] {kernel.smallest(), kernel.smallest() * 4}) {
            Kernel.Job job = kernel.prepare(size);
            long sum = job.run();
            assertThat(job.run()).isEqualTo(sum);
            assertThat(kernel.prepare(size).run()).isEqualTo(sum);
            assertThat(job.work()).isPositive();
        }
    }

    @ParameterizedTest
    @MethodSource("kernels")
    void workGrowsWithSize(Kernel kernel) {
        assertThat(kernel.prepare(kernel.smallest() * 2).work())
                .isEqualTo(2 * kernel.prepare(kernel.smallest()).work());
    }

    @Test
    void everyKernelIsMeasuredOnOneThreadAndOnAll() {
        Set<String> heard = new HashSet<>();
        List<Measured> all = Stem.run(Plan.TINY, 2, (metric, values, share) -> heard.add(metric));
        assertThat(all).hasSize(10).allMatch(m -> m.value() > 0);
        assertThat(heard)
                .containsExactlyInAnyOrder(
                        "notes.one",
                        "notes.all",
                        "sightings.one",
                        "sightings.all",
                        "spectra.one",
                        "spectra.all",
                        "picture.one",
                        "picture.all",
                        "tide.one",
                        "tide.all");
    }
}
