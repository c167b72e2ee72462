package app.yarrowmark.core.exchange;

/**
 * Something about a suite sheet that is wrong, or looks wrong.
 *
 * @param line counted from 1
 * @param column counted from 1
 * @param path to the field, e.g. {@code metrics[2].formula}; empty for the whole
 * @param message what is wrong and how to mend it
 * @param fatal whether the sheet cannot be used as it is; else it only looks odd
 */
public record SheetProblem(int line, int column, String path, String message, boolean fatal) {

    /** Returns place and message in one sentence. */
    @Override
    public String toString() {
        return "line " + line + ", column " + column + ": " + message;
    }
}
