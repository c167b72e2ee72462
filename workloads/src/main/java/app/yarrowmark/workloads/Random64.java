package app.yarrowmark.workloads;

/** A small seeded generator (xorshift64*, Vigna 2016): the same numbers on every machine. */
public final class Random64 {

    private long state;

    /** Starts the sequence of a seed; any but 0. */
    public Random64(long seed) {
        this.state = seed == 0 ? 0x9E3779B97F4A7C15L : seed;
    }

    /** Returns the next 64 bits. */
    public long next() {
        state ^= state >>> 12;
        state ^= state << 25;
        state ^= state >>> 27;
        return state * 0x2545F4914F6CDD1DL;
    }

    /** Returns a number from 0 to {@code bound − 1}. */
    public int below(int bound) {
        return (int) ((next() >>> 33) % bound);
    }
}
