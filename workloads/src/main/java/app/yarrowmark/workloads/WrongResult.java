package app.yarrowmark.workloads;

/** Thrown when a workload computed something else than it should: the run fails, its numbers mean nothing. */
public final class WrongResult extends RuntimeException {

    /** Says what is wrong, in words for the ledger. */
    public WrongResult(String message) {
        super(message);
    }
}
