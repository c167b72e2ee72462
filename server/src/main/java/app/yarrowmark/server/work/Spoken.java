package app.yarrowmark.server.work;

import java.io.BufferedReader;
import java.io.IOException;
import java.util.function.Consumer;

/** What a program that was started says, read to its end so that it never waits to be heard. */
public final class Spoken {

    private final Thread reader;
    private volatile String last = "it said nothing";

    /**
     * @param heard is told every line
     * @param ended is called once nothing more can come
     */
    public Spoken(Process process, Consumer<String> heard, Runnable ended) {
        reader = new Thread(() -> read(process, heard, ended), "what a program says");
        reader.setDaemon(true);
        reader.start();
    }

    private void read(Process process, Consumer<String> heard, Runnable ended) {
        try (BufferedReader lines = process.inputReader()) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                if (!line.isBlank()) {
                    last = line.strip();
                }
                heard.accept(line);
            }
        } catch (IOException e) {
            last = String.valueOf(e.getMessage());
        }
        ended.run();
    }

    /** Returns the last line that was not blank. */
    public String last() {
        return last;
    }

    /** Returns it once the program has ended and all is read. */
    public String lastOfAll() throws InterruptedException {
        reader.join();
        return last;
    }
}
