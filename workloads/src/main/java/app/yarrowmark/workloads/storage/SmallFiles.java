package app.yarrowmark.workloads.storage;

import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;

/** Many small files in a folder of their own, as a program makes that saves each note: written under another name, then renamed. */
final class SmallFiles implements AutoCloseable {

    static final int COUNT = 256;

    private final Path folder;
    private final byte[] content = new byte[WorkFile.SMALL];

    private SmallFiles(Path folder) {
        this.folder = folder;
        Random64 random = new Random64(64);
        ByteBuffer into = ByteBuffer.wrap(content);
        while (into.hasRemaining()) {
            into.putLong(random.next());
        }
    }

    static SmallFiles in(Path parent) throws IOException {
        Path folder = parent.resolve(WorkFile.PREFIX + ProcessHandle.current().pid() + ".files");
        Leftovers.removeAtExit(folder);
        return new SmallFiles(Files.createDirectory(folder));
    }

    /** Makes all; those of the time before are replaced. */
    void makeAndRename() throws IOException {
        for (int i = 0; i < COUNT; i++) {
            Path written = folder.resolve("note-" + i + ".new");
            Files.write(written, content);
            Files.move(written, folder.resolve("note-" + i), StandardCopyOption.ATOMIC_MOVE);
        }
        if (!Arrays.equals(Files.readAllBytes(folder.resolve("note-" + (COUNT - 1))), content)) {
            throw new WrongResult("a small file does not hold what was written");
        }
    }

    @Override
    public void close() throws IOException {
        Leftovers.remove(folder);
    }
}
