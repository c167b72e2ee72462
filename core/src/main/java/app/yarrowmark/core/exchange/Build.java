package app.yarrowmark.core.exchange;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Properties;

/** What the build says of itself. */
public final class Build {

    private static final String VERSION = read();

    private Build() {}

    /** Returns the version of this program, such as {@code 0.1.0}; every part of it has the same. */
    public static String version() {
        return VERSION;
    }

    private static String read() {
        try (InputStream in = Build.class.getResourceAsStream("build.properties")) {
            Properties build = new Properties();
            build.load(in);
            return build.getProperty("version");
        } catch (IOException e) {
            throw new UncheckedIOException("the jar is not whole: what it says of its build cannot be read", e);
        }
    }
}
