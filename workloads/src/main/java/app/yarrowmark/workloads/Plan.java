package app.yarrowmark.workloads;

/**
 * How long to measure.
 *
 * @param wantedMillis an iteration takes half of this or more
 * @param mostWarmUps iterations before counting starts, if they are not steady sooner
 * @param counted undisturbed iterations of a process that are wanted; it gives up after as many disturbed ones
 * @param rounds processes that measure the same, one after the other
 * @param fileMegabytes size of the file that Root works on
 * @param mostArrayMegabytes size of the largest array that Leaf works on, if the memory allows it
 */
public record Plan(
        int wantedMillis, int mostWarmUps, int counted, int rounds, int fileMegabytes, int mostArrayMegabytes) {

    /** A measurement. */
    public static final Plan NORMAL = new Plan(100, 15, 6, 3, 1024, 512);

    /** A trial of the whole way: real work, but too little of it to mean anything. */
    public static final Plan TINY = new Plan(0, 1, 4, 1, 16, 4);

    /** Returns whether this measures too little for a score; nothing is called disturbed then. */
    public boolean isTrial() {
        return wantedMillis == 0;
    }

    /** Returns how many iterations count in all processes together. */
    public int countedInAll() {
        return counted * rounds;
    }

    /** Returns the plan called {@code normal} or {@code tiny}. */
    public static Plan of(String size) {
        return switch (size) {
            case "normal" -> NORMAL;
            case "tiny" -> TINY;
            default -> throw new IllegalArgumentException("a size is normal or tiny, got \"" + size + "\"");
        };
    }
}
