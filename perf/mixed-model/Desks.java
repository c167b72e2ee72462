import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Random;

/** Writes five seeded desks as a table of cells: desk, subject, suite, test, and the logarithm of the score. */
public final class Desks {

    private static final double OWN_NOISE = .003;
    private static final double CELL = .05;
    private static final double SPREAD = .30;

    private final PrintWriter out;
    private final String name;
    private final Random random;

    private Desks(PrintWriter out, String name, long seed) {
        this.out = out;
        this.name = name;
        this.random = new Random(seed);
    }

    /** Arguments: the file to write. */
    public static void main(String[] args) throws Exception {
        try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(Path.of(args[0])))) {
            out.println("desk,subject,suite,test,log");
            new Desks(out, "six suites of four", 1).write(20, new int[] {4, 4, 4, 4, 4, 4}, .08, 0);
            new Desks(out, "three suites of eight", 2).write(20, new int[] {8, 8, 8}, .08, 0);
            new Desks(out, "one large suite", 3).write(24, new int[] {17, 1, 1, 1}, .08, 0);
            new Desks(out, "many gaps", 4).write(40, new int[] {4, 4, 4, 4, 4, 4}, .08, .35);
            new Desks(out, "no taste", 5).write(20, new int[] {5, 5, 5, 5, 5}, 0, .1);
        }
    }

    /** Gaps are whole suites that a subject lacks, and half as often single tests; the first suite is always there. */
    private void write(int subjects, int[] tests, double taste, double gaps) {
        for (int s = 0; s < subjects; s++) {
            double level = SPREAD * random.nextGaussian();
            for (int k = 0; k < tests.length; k++) {
                double own = level + taste * random.nextGaussian();
                boolean lacks = random.nextDouble() < gaps && k > 0;
                for (int t = 0; t < tests[k]; t++) {
                    double log = own + k + .1 * t + CELL * random.nextGaussian() + OWN_NOISE * random.nextGaussian();
                    boolean gone = random.nextDouble() < gaps / 2 && k > 0;
                    if (!lacks && !gone) {
                        out.printf(Locale.ROOT, "%s,s%d,k%d,k%dt%d,%.9f%n", name, s, k, k, t, log);
                    }
                }
            }
        }
    }
}
