package app.yarrowmark.core.suite;

/** Thrown when a text is no formula; says what was expected and at which column, counted from 1. */
public final class FormulaException extends IllegalArgumentException {

    private final int column;

    FormulaException(String message, int column) {
        super(message + " at column " + column);
        this.column = column;
    }

    /** Returns the column of the first character that does not fit, counted from 1. */
    public int column() {
        return column;
    }
}
