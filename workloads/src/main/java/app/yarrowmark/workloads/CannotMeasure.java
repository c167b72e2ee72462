package app.yarrowmark.workloads;

/** Thrown where a score would mean nothing; says why and what to do. */
public final class CannotMeasure extends Exception {

    /** Says why, in words for the ledger. */
    public CannotMeasure(String message) {
        super(message);
    }
}
