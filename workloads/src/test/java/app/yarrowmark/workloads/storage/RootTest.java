package app.yarrowmark.workloads.storage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.workloads.Measured;
import app.yarrowmark.workloads.Plan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;

class RootTest {

    /** The build's own folder: temporary folders may be kept in memory. */
    private static final Path FOLDER = Path.of("target");

    @Test
    void measuresAndLeavesNothingBehind() throws Exception {
        Path stale = Files.writeString(FOLDER.resolve("yarrowmark-root-999999999.tmp"), "left by a killed run");

        Root.Outcome outcome = Root.run(FOLDER, Plan.TINY, (metric, values, share) -> {});

        assertThat(outcome.measured())
                .extracting(Measured::metric)
                .containsExactly("write.long", "read.long", "read.small");
        assertThat(outcome.measured()).allMatch(m -> m.value() > 0 && m.marks().equals("wwcccc"));
        assertThat(stale).doesNotExist();
        assertThat(leftovers()).isZero();
    }

    @Test
    void aBlockReadBackWrongFailsTheRun() throws Exception {
        try (WorkFile file = WorkFile.create(FOLDER, 2)) {
            file.readSmall(300);
            Path path =
                    FOLDER.resolve("yarrowmark-root-" + ProcessHandle.current().pid() + ".tmp");
            byte[] all = Files.readAllBytes(path);
            all[300 * 4096 + 7] ^= 1;
            Files.write(path, all);
            assertThatThrownBy(() -> file.readSmall(300)).hasMessage("block 300 was read back as block 301");
        }
        assertThat(leftovers()).isZero();
    }

    @Test
    void aFolderInMemoryGivesNoScore() throws IOException {
        Path memory = Path.of("/dev/shm");
        Assumptions.assumeTrue(
                Files.isWritable(memory) && Files.getFileStore(memory).type().equals("tmpfs"));
        assertThatThrownBy(() -> Root.run(memory, Plan.TINY, (metric, values, share) -> {}))
                .isInstanceOf(CannotMeasure.class)
                .hasMessageContaining("is kept in memory (tmpfs)");
    }

    @Test
    void tooLittleRoomIsSaidBefore() {
        assertThatThrownBy(() -> WorkFile.create(FOLDER, 300_000_000))
                .isInstanceOf(CannotMeasure.class)
                .hasMessageContaining("three times the file is needed, 900000000 MiB");
    }

    @Test
    void bytesWrittenAreTheFileAndItsOverwriting() {
        assertThat(Root.bytesWritten(Plan.TINY)).isEqualTo((8 + 2 * 6) * 1048576L);
    }

    private static long leftovers() throws IOException {
        try (Stream<Path> all = Files.list(FOLDER)) {
            return all.filter(p -> p.getFileName().toString().startsWith("yarrowmark-root-"))
                    .count();
        }
    }
}
