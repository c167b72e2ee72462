package app.yarrowmark.core.suite;

import java.util.regex.Pattern;

/**
 * One suite in one version. Two versions are two suites unless a sheet says that they compare.
 *
 * @param key short name in lower case, e.g. {@code stem}
 * @param version as the suite's maker writes it, e.g. {@code 1} or {@code 3.2}
 */
public record SuiteId(String key, String version) {

    private static final Pattern KEY = Pattern.compile("[a-z][a-z0-9-]{0,39}");
    private static final Pattern VERSION = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}._+()~-]{0,19}");

    /** @throws IllegalArgumentException if either part is not in its pattern */
    public SuiteId {
        if (!KEY.matcher(key).matches()) {
            throw new IllegalArgumentException(
                    "a suite's key is up to 40 lower-case letters, digits and hyphens, got \"" + key + "\"");
        }
        if (!VERSION.matcher(version).matches()) {
            throw new IllegalArgumentException(
                    "a suite's version is up to 20 letters, digits and signs such as dots and plus, without blanks, got \""
                            + version + "\"");
        }
    }

    /** Returns {@code key} and {@code version} with a space between, e.g. {@code stem 1}. */
    @Override
    public String toString() {
        return key + " " + version;
    }
}
