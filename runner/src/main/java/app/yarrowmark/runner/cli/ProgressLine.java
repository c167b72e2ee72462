package app.yarrowmark.runner.cli;

import java.io.PrintStream;
import java.util.Locale;

/** How far it is, on one line of the terminal; a line a part where there is no terminal. */
final class ProgressLine {

    private static final int WIDTH = 24;

    private final PrintStream out;
    private final boolean terminal;
    private String part = "";
    private int length;

    ProgressLine(PrintStream out, boolean terminal) {
        this.out = out;
        this.terminal = terminal;
    }

    void show(String name, double done, String reading, long secondsLeft) {
        if (terminal) {
            int full = (int) Math.round(done * WIDTH);
            String line = String.format(
                    Locale.ROOT,
                    "  [%s%s] %-34s %14s  %s left",
                    "#".repeat(full),
                    ".".repeat(WIDTH - full),
                    name,
                    reading,
                    time(secondsLeft));
            out.print("\r" + line + " ".repeat(Math.max(0, length - line.length())));
            out.flush();
            length = line.length();
        } else if (!name.equals(part)) {
            out.println("  " + name);
        }
        part = name;
    }

    /** Ends the line with a sentence of its own. */
    void end(String sentence) {
        if (terminal && length > 0) {
            out.print("\r" + " ".repeat(length) + "\r");
        }
        out.println(sentence);
        length = 0;
        part = "";
    }

    static String time(long seconds) {
        return seconds < 60 ? seconds + " s" : seconds / 60 + " min " + seconds % 60 + " s";
    }
}
