package app.yarrowmark.core.suite;

import java.util.Locale;

/** What the places of a series are. */
public enum Axis {
    /** Seconds from the first point. */
    TIME("time", "s"),
    /** Sizes, kept in KiB. */
    SIZE("size", "KiBy"),
    /** How many of a thing there are; what is counted is told by the table. */
    COUNT("count", "1"),
    /** One frame after the other. */
    FRAME("frame", "{frame}");

    private final String word;
    private final String unit;

    Axis(String word, String unit) {
        this.word = word;
        this.unit = unit;
    }

    /** Returns the word used in sheets, and as the name of the axis where the table has none. */
    public String word() {
        return word;
    }

    /** Returns the unit that places are kept in, UCUM. */
    public String unit() {
        return unit;
    }

    /** Returns the axis of that word. */
    public static Axis of(String word) {
        return valueOf(word.toUpperCase(Locale.ROOT));
    }
}
