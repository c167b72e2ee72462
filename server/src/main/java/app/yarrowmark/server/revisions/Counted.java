package app.yarrowmark.server.revisions;

/** What has a number that counts up with its changes. */
public enum Counted {
    /** The runs, and whether they count. */
    SCORES,
    /** Models, units and the names of setups. */
    CATALOGUE,
    /** Everything else that pages are told of. */
    DESK
}
