package app.yarrowmark.core.suite;

/** The part of a device that a suite loads; standings are made for each group and then overall. */
public enum TestGroup {
    PROCESSOR,
    MEMORY,
    GRAPHICS,
    STORAGE,
    BROWSER
}
