package app.yarrowmark.server.runs;

/** How a run stands in the ledger; only {@code DONE} counts. */
public enum RunState {
    DONE,
    FAILED,
    SET_ASIDE
}
