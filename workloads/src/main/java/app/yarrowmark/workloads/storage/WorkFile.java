package app.yarrowmark.workloads.storage;

import app.yarrowmark.workloads.CannotMeasure;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;
import com.sun.nio.file.ExtendedOpenOption;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The file that Root works on: written whole with random data first, removed on every way out. Every block of 4 KiB
 * starts with its own number, so that what is read can be checked.
 */
final class WorkFile implements AutoCloseable {

    static final int PIECE = 1 << 20;
    static final int SMALL = 4096;
    static final int LARGEST = 16 * PIECE;

    static final String PREFIX = "yarrowmark-root-";
    private static final Set<String> IN_MEMORY = Set.of("tmpfs", "ramfs", "devtmpfs");

    private final Path path;
    private final FileChannel channel;
    private final boolean direct;
    private final int pieces;
    private final ByteBuffer piece;
    /** For pieces of any size up to the largest, all of random data. */
    private final ByteBuffer largest;
    /** A block for each thread that reads or writes. */
    private final ThreadLocal<ByteBuffer> small;

    private WorkFile(Path path, FileChannel channel, boolean direct, int pieces, int alignment) {
        this.path = path;
        this.channel = channel;
        this.direct = direct;
        this.pieces = pieces;
        this.piece = aligned(PIECE, alignment);
        this.largest = aligned(LARGEST, alignment);
        this.small = ThreadLocal.withInitial(() -> randomly(aligned(SMALL, alignment)));
    }

    /**
     * Makes the file.
     *
     * @throws CannotMeasure if the folder is kept in memory or has too little room
     */
    static WorkFile create(Path folder, int megabytes) throws IOException, CannotMeasure {
        Leftovers.removeStale(folder);
        FileStore store = Files.getFileStore(folder);
        if (IN_MEMORY.contains(store.type())) {
            throw new CannotMeasure("the folder " + folder + " is kept in memory (" + store.type()
                    + "), so there is no drive to measure; choose another with --folder");
        }
        long needed = 3L * megabytes * PIECE;
        if (store.getUsableSpace() < needed) {
            throw new CannotMeasure("the folder " + folder + " has " + store.getUsableSpace() / PIECE
                    + " MiB free; three times the file is needed, " + 3L * megabytes + " MiB");
        }
        Path path = folder.resolve(PREFIX + ProcessHandle.current().pid() + ".tmp");
        Leftovers.removeAtExit(path);
        int alignment = (int) Math.max(SMALL, store.getBlockSize());
        WorkFile file = open(path, megabytes, alignment);
        try {
            file.fill();
            return file;
        } catch (IOException | RuntimeException e) {
            file.close();
            throw e;
        }
    }

    private static WorkFile open(Path path, int pieces, int alignment) throws IOException {
        OpenOption[] plain = {StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE};
        try {
            OpenOption[] direct = Stream.concat(Stream.of(plain), Stream.of(ExtendedOpenOption.DIRECT))
                    .toArray(OpenOption[]::new);
            return new WorkFile(path, FileChannel.open(path, direct), true, pieces, alignment);
        } catch (UnsupportedOperationException | IOException refused) {
            return new WorkFile(path, FileChannel.open(path, plain), false, pieces, alignment);
        }
    }

    /** Whether the file system let us past its cache. */
    boolean isDirect() {
        return direct;
    }

    int pieces() {
        return pieces;
    }

    int smallBlocks() {
        return pieces * (PIECE / SMALL);
    }

    void write(int number) throws IOException {
        stamp(number);
        piece.clear();
        writeFully(piece, (long) number * PIECE);
    }

    void flush() throws IOException {
        channel.force(true);
    }

    void read(int number) throws IOException {
        piece.clear();
        readFully(piece, (long) number * PIECE);
        int block = number * (PIECE / SMALL);
        check(piece.getLong(0), block);
        check(piece.getLong(PIECE - SMALL), block + PIECE / SMALL - 1);
    }

    void readSmall(int block) throws IOException {
        ByteBuffer own = small.get();
        own.clear();
        readFully(own, (long) block * SMALL);
        check(own.getLong(0), block);
    }

    /** Writes a block with its own number at its start; the rest is what the thread's block held before. */
    void writeSmall(int block) throws IOException {
        ByteBuffer own = small.get();
        own.clear();
        own.putLong(0, block);
        writeFully(own, (long) block * SMALL);
    }

    /** Reads or writes so many bytes, whole blocks, from a place in the file. */
    void transfer(long at, int bytes, boolean write) throws IOException {
        int first = (int) (at / SMALL);
        largest.clear().limit(bytes);
        if (write) {
            for (int i = 0; i < bytes / SMALL; i++) {
                largest.putLong(i * SMALL, first + i);
            }
            writeFully(largest, at);
        } else {
            readFully(largest, at);
            check(largest.getLong(0), first);
            check(largest.getLong(bytes - SMALL), first + bytes / SMALL - 1);
        }
    }

    Path folder() {
        return Objects.requireNonNull(path.toAbsolutePath().getParent());
    }

    private void fill() throws IOException {
        randomly(piece);
        randomly(largest);
        for (int number = 0; number < pieces; number++) {
            write(number);
        }
        flush();
    }

    /** Drives compress what repeats itself. */
    private static ByteBuffer randomly(ByteBuffer buffer) {
        Random64 random = new Random64(4711);
        for (int at = 0; at < buffer.capacity(); at += Long.BYTES) {
            buffer.putLong(at, random.next());
        }
        return buffer;
    }

    private void stamp(int number) {
        int block = number * (PIECE / SMALL);
        for (int at = 0; at < PIECE; at += SMALL) {
            piece.putLong(at, block++);
        }
    }

    private static void check(long found, int wanted) {
        if (found != wanted) {
            throw new WrongResult("block " + wanted + " was read back as block " + found);
        }
    }

    private void writeFully(ByteBuffer from, long at) throws IOException {
        while (from.hasRemaining()) {
            at += channel.write(from, at);
        }
    }

    private void readFully(ByteBuffer into, long at) throws IOException {
        while (into.hasRemaining()) {
            int n = channel.read(into, at);
            if (n < 0) {
                throw new WrongResult("the file ends before its end");
            }
            at += n;
        }
    }

    /** Rounded up before slicing, so that the slice is as long as asked. */
    private static ByteBuffer aligned(int size, int alignment) {
        return ByteBuffer.allocateDirect(size + alignment)
                .alignedSlice(alignment)
                .slice(0, size);
    }

    @Override
    public void close() throws IOException {
        channel.close();
        Leftovers.remove(path);
    }
}
