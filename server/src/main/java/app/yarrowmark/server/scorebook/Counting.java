package app.yarrowmark.server.scorebook;

/** What makes a run count. */
public final class Counting {

    /** As a clause on a run {@code r}, in SQL and in JPQL: it is done, and bears no flag. */
    public static final String RUN = "r.state = 'DONE' and r.flags = ''";

    private Counting() {}
}
