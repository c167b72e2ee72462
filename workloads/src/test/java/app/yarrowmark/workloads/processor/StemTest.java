package app.yarrowmark.workloads.processor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.workloads.Heard;
import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Measured;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Workload;
import app.yarrowmark.workloads.registry.Workloads;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class StemTest {

    private static final Workload.Place PLACE =
            new Workload.Place(Plan.TINY, 2, 1L << 30, 0, Double.POSITIVE_INFINITY, 0, Path.of("target"));

    static List<Kernel> kernels() {
        return Stem.kernels();
    }

    @ParameterizedTest
    @MethodSource("kernels")
    void everyKernelComesToItsChecksumEveryTime(Kernel kernel) {
        Kernel.Job job = kernel.prepare(1);
        assertThat(job.run()).isEqualTo(kernel.checksum());
        assertThat(job.run()).isEqualTo(kernel.checksum());
        assertThat(kernel.prepare(8).run()).isEqualTo(kernel.checksum());
        assertThat(job.work()).isPositive();
    }

    @Test
    void everyPieceIsMeasuredOnOneThreadAndOnAll() throws Exception {
        Heard heard = new Heard();
        Stem stem = new Stem();
        for (String piece : stem.pieces(Plan.TINY)) {
            stem.run(piece, PLACE, heard);
            assertThat(heard.lastShare).isEqualTo(1);
        }
        assertThat(heard.measured).hasSize(16).containsKeys("notes.one", "notes.all", "seals.one", "stones.all");
        assertThat(heard.measured.values())
                .allMatch(m -> m.value() > 0 && m.marks().equals("wcccc"));
    }

    @Test
    void eachKernelHasAProcessInEveryRound() {
        List<String> pieces = new Stem().pieces(Plan.NORMAL);
        assertThat(pieces).hasSize(8 * Plan.NORMAL.rounds());
        assertThat(pieces.subList(0, 8)).doesNotHaveDuplicates().isEqualTo(pieces.subList(8, 16));
    }

    @Test
    void anUnknownPieceIsRefused() {
        assertThatThrownBy(() -> new Stem().run("moss", PLACE, new Heard())).hasMessage("Stem has no part \"moss\"");
        assertThatThrownBy(() -> Workloads.of("moss"))
                .hasMessageStartingWith("there is no native suite \"moss\"; there are [stem, ");
    }

    @Test
    void whatIsPackedIsSmallerAndComesBackWhole() {
        byte[] notes = "tide ebbing, tide ebbing, tide ebbing, wind and rain, tide ebbing again and again and again"
                .getBytes(java.nio.charset.StandardCharsets.US_ASCII);
        byte[] packed = new byte[200];
        byte[] unpacked = new byte[notes.length];
        int length = FieldNotes.Packer.pack(notes, packed, new int[1 << FieldNotes.Packer.HASH_BITS]);
        assertThat(length).isLessThan(notes.length * 3 / 4);
        assertThat(FieldNotes.Packer.unpack(packed, length, unpacked)).isEqualTo(notes.length);
        assertThat(unpacked).isEqualTo(notes);
    }

    @Test
    void sumsOfTheSamplesAreMeasuredInTheSheetsUnits() {
        assertThat(new FieldNotes().prepare(1).work()).isEqualTo(8 * 32 * 1024 / 1e6);
        assertThat(new TideMap().prepare(1).work()).isEqualTo(256 * 128 / 1e6);
        assertThat(new Measured("m", List.of(2.0), "c").value()).isEqualTo(2);
    }
}
