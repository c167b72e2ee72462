package app.yarrowmark.core.suite;

/** Which way a metric is better. */
public enum Direction {
    HIGHER,
    LOWER;

    /** Returns +1 where more is better and −1 where less is: the sign that turns a logarithm so that up is better. */
    public int sign() {
        return this == HIGHER ? 1 : -1;
    }
}
