package app.yarrowmark.workloads;

/**
 * How long to measure.
 *
 * @param wantedMillis an iteration takes at least half of this
 * @param mostWarmUps iterations before counting starts, if they are not steady sooner
 * @param counted iterations that count
 * @param fileMegabytes size of the file that Root works on
 */
public record Plan(int wantedMillis, int mostWarmUps, int counted, int fileMegabytes) {

    /** A measurement. */
    public static final Plan NORMAL = new Plan(160, 15, 12, 1024);

    /** A trial of the whole way: real work, but too little of it to mean anything. */
    public static final Plan TINY = new Plan(0, 1, 4, 8);
}
