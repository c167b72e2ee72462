package app.yarrowmark.workloads.storage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.workloads.CannotMeasure;
import app.yarrowmark.workloads.Heard;
import app.yarrowmark.workloads.Plan;
import app.yarrowmark.workloads.Workload;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;

class RootTest {

    /** The build's own folder: temporary folders may be kept in memory. */
    /** Too short for a score, and yet no trial. */
    private static final Plan QUICK = new Plan(1, 1, 2, 1, 16, 4);

    private static final Path FOLDER = Path.of("target");

    @Test
    void measuresAndLeavesNothingBehind() throws Exception {
        Path stale = Files.writeString(FOLDER.resolve("yarrowmark-root-999999999.tmp"), "left by a killed run");

        Path staleFolder = Files.createDirectories(FOLDER.resolve("yarrowmark-root-999999999.files"));
        Files.writeString(staleFolder.resolve("note-1"), "left by a killed run");

        Heard heard = new Heard();
        new Root().run("drive", place(FOLDER), heard);

        assertThat(heard.measured.keySet())
                .containsExactly(
                        "write.long",
                        "read.long",
                        "read.small",
                        "read.deep",
                        "write.small",
                        "write.deep",
                        "flush",
                        "files");
        assertThat(heard.measured.values())
                .allMatch(m -> m.value() > 0 && m.marks().equals("wwcccc"));
        assertThat(heard.curves).containsOnlyKeys("read", "write");
        assertThat(heard.curves.get("read").x()).hasSize(13).startsWith(4, 8).endsWith(16384);
        assertThat(heard.curves.get("write").y()).doesNotContain(0);
        assertThat(heard.lastShare).isEqualTo(1);
        assertThat(staleFolder).doesNotExist();
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
        assertThatThrownBy(() -> new Root().run("drive", place(memory), new Heard()))
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
    void piecesOfEverySizeComeBackAndTheirSumIsSaid() throws Exception {
        try (WorkFile file = WorkFile.create(FOLDER, 2)) {
            for (int size : Root.sizes()) {
                if (size <= 2 << 20) {
                    file.transfer(0, size, true);
                    file.transfer(0, size, false);
                }
            }
            file.writeSmall(3);
            file.readSmall(3);
        }
        // The file, six times a slice with two times 32 blocks, 16 flushed and 256 small ones, and 13 swept sizes.
        assertThat(new Root().bytesWritten(Plan.TINY))
                .isEqualTo((16L << 20) + 6 * ((4L << 20) + (64 + 16 + 256) * 4096) + 13 * (16L << 20));
    }

    @Test
    void aRequestThatFailsInFlightFailsAll() {
        try (Flights flights = new Flights(4)) {
            assertThatThrownBy(() -> flights.run(4, 100, Long.MAX_VALUE, i -> {
                        if (i == 37) {
                            throw new IOException("the drive is gone");
                        }
                    }))
                    .isInstanceOf(IOException.class)
                    .hasMessage("the drive is gone");
        }
    }

    @Test
    void everyRequestIsSentOnceUntilTheTimeIsUp() throws IOException {
        Set<Integer> sent = ConcurrentHashMap.newKeySet();
        try (Flights flights = new Flights(4)) {
            assertThat(flights.run(4, 100, Long.MAX_VALUE, sent::add)).isEqualTo(100);
            assertThat(flights.run(1, 100, 0, i -> {})).isEqualTo(1);
        }
        assertThat(sent).hasSize(100);
    }

    @Test
    void theDriveIsLookedAtBeforeEveryIteration() throws Exception {
        Heard heard = new Heard();
        new Root().run("drive", place(FOLDER, QUICK), heard);
        // Two warm-ups and two counted ones of eight metrics.
        assertThat(heard.drive).hasSize(32).allMatch(rate -> rate > 0);
        assertThat(heard.measured.get("read.long").marks()).isEqualTo("wwcc");
        assertThat(leftovers()).isZero();
    }

    private static Workload.Place place(Path folder) {
        return place(folder, Plan.TINY);
    }

    private static Workload.Place place(Path folder, Plan plan) {
        return new Workload.Place(plan, 2, 1L << 30, 0, Double.POSITIVE_INFINITY, 0, folder);
    }

    private static long leftovers() throws IOException {
        try (Stream<Path> all = Files.list(FOLDER)) {
            return all.filter(p -> p.getFileName().toString().startsWith("yarrowmark-root-"))
                    .count();
        }
    }
}
