package app.yarrowmark.workloads.processor;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** Packs pages of field notes with a dictionary coder and unpacks them again: 8 pages of 32 KiB. Work: megabytes of notes. */
public final class FieldNotes implements Kernel {

    private static final int PAGE = 32 * 1024;
    private static final int PAGES = 8;

    private static final String[] WORDS = {
        "tide",
        "ebbing",
        "wind",
        "south-west",
        "light",
        "rain",
        "heard",
        "calling",
        "over",
        "the",
        "outer",
        "bank",
        "counted",
        "roosting",
        "until",
        "dusk",
        "two",
        "first-winter",
        "near",
        "sluice",
        "moved",
        "north",
        "in",
        "small",
        "groups",
        "recorder",
        "seven",
        "replaced",
        "battery",
        "low"
    };

    @Override
    public String key() {
        return "notes";
    }

    @Override
    public long checksum() {
        return 0x002F_BEC4_7212_7ABBL;
    }

    @Override
    public Job prepare(int threads) {
        byte[] notes = notes(PAGES * PAGE);
        byte[][] pages = new byte[PAGES][];
        for (int i = 0; i < PAGES; i++) {
            pages[i] = Arrays.copyOfRange(notes, i * PAGE, (i + 1) * PAGE);
        }
        return new Packing(pages);
    }

    private static final class Packing implements Job {

        private final byte[][] pages;
        private final byte[] packed = new byte[PAGE + PAGE / 64 + 64];
        private final byte[] unpacked = new byte[PAGE];
        private final int[] heads = new int[1 << Packer.HASH_BITS];

        Packing(byte[][] pages) {
            this.pages = pages;
        }

        @Override
        public double work() {
            return PAGES * PAGE / 1e6;
        }

        @Override
        public long run() {
            long sum = 0;
            for (byte[] page : pages) {
                sum = 31 * sum + there(page);
            }
            return sum;
        }

        private long there(byte[] page) {
            int length = Packer.pack(page, packed, heads);
            int restored = Packer.unpack(packed, length, unpacked);
            if (restored != PAGE || !Arrays.equals(page, unpacked)) {
                throw new WrongResult("the notes unpacked are not the notes packed");
            }
            if (length >= PAGE / 2) {
                throw new WrongResult("notes of repeated words packed to more than half");
            }
            return 31L * length + packed[length / 2];
        }
    }

    private static byte[] notes(int size) {
        Random64 random = new Random64(1_201);
        StringBuilder text = new StringBuilder(size + 32);
        while (text.length() < size) {
            int word = random.below(WORDS.length + 2);
            if (word < WORDS.length) {
                text.append(WORDS[word]).append(' ');
            } else {
                text.append(random.below(2400)).append(word == WORDS.length ? " h\n" : " birds, ");
            }
        }
        return text.substring(0, size).getBytes(StandardCharsets.US_ASCII);
    }

    /**
     * A byte coder of our own: a token is either a run of literals (0..127 → length 1..128) or a match (128..255 → length
     * 4..131, then two bytes of distance back).
     */
    static final class Packer {

        static final int HASH_BITS = 13;

        private static final int SHORTEST = 4;
        private static final int LONGEST = 131;
        private static final int MOST_LITERALS = 128;
        private static final int FARTHEST = 65_535;

        private Packer() {}

        static int pack(byte[] in, byte[] out, int[] heads) {
            Arrays.fill(heads, -1);
            int at = 0;
            int literals = 0;
            int to = 0;
            while (at < in.length) {
                int length = 0;
                int from = -1;
                if (at + SHORTEST <= in.length) {
                    int hash = hash(in, at);
                    from = heads[hash];
                    heads[hash] = at;
                    if (from >= 0 && at - from <= FARTHEST) {
                        length = common(in, from, at);
                    }
                }
                if (length >= SHORTEST) {
                    to = literals(in, at - literals, literals, out, to);
                    literals = 0;
                    out[to++] = (byte) (128 + length - SHORTEST);
                    out[to++] = (byte) ((at - from) >>> 8);
                    out[to++] = (byte) (at - from);
                    at += length;
                } else {
                    at++;
                    literals++;
                    if (literals == MOST_LITERALS) {
                        to = literals(in, at - literals, literals, out, to);
                        literals = 0;
                    }
                }
            }
            return literals(in, at - literals, literals, out, to);
        }

        static int unpack(byte[] in, int length, byte[] out) {
            int at = 0;
            int to = 0;
            while (at < length) {
                int token = in[at++] & 0xFF;
                if (token < 128) {
                    System.arraycopy(in, at, out, to, token + 1);
                    at += token + 1;
                    to += token + 1;
                } else {
                    int back = (in[at] & 0xFF) << 8 | in[at + 1] & 0xFF;
                    at += 2;
                    // Byte by byte, since a match may run into itself.
                    for (int i = token - 128 + SHORTEST; i > 0; i--, to++) {
                        out[to] = out[to - back];
                    }
                }
            }
            return to;
        }

        private static int literals(byte[] in, int from, int count, byte[] out, int to) {
            if (count == 0) {
                return to;
            }
            out[to] = (byte) (count - 1);
            System.arraycopy(in, from, out, to + 1, count);
            return to + 1 + count;
        }

        private static int common(byte[] in, int from, int at) {
            int most = Math.min(LONGEST, in.length - at);
            int length = 0;
            while (length < most && in[from + length] == in[at + length]) {
                length++;
            }
            return length;
        }

        private static int hash(byte[] in, int at) {
            int four = in[at] & 0xFF | (in[at + 1] & 0xFF) << 8 | (in[at + 2] & 0xFF) << 16 | in[at + 3] << 24;
            return (four * 0x9E3779B1) >>> (32 - HASH_BITS);
        }
    }
}
