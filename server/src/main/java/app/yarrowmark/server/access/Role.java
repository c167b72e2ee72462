package app.yarrowmark.server.access;

/** What somebody may do on this desk. */
public enum Role {
    /** Everything, and says who else is here. */
    OWNER,
    /** Everything about devices, runs and suites. */
    REVIEWER,
    /** Sees everything and changes nothing; may say what they think of a write-up and put their name to it. */
    READER;

    /** Returns whether records may be changed. */
    public boolean changes() {
        return this != READER;
    }
}
