package app.yarrowmark.server.scorebook;

import app.yarrowmark.server.revisions.Counted;
import app.yarrowmark.server.revisions.Marks;
import app.yarrowmark.server.revisions.Revisions;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What counts up with every change to the accepted runs. */
@Service
public class ScoreRevision {

    private final JdbcTemplate jdbc;
    private final Revisions revisions;

    ScoreRevision(JdbcTemplate jdbc, Revisions revisions) {
        this.jdbc = jdbc;
        this.revisions = revisions;
    }

    /**
     * Counts up within the caller's transaction and returns the stamp, to be kept with the runs that changed. Others who use the
     * same lane wait until that is committed.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public long next() {
        return revisions.next(Counted.SCORES);
    }

    /** Returns how far it is as the database has it now. */
    public Marks current() {
        return revisions.of(Counted.SCORES);
    }

    /** Returns how many changes there were: the number that people are told. */
    public long number() {
        return current().sum();
    }

    /** Says that the scores of a setup may be others now, though no run of it changed. */
    @Transactional
    public void reconsiderSetup(long setupId) {
        jdbc.update("update run set revision = ? where setup_id = ?", next(), setupId);
    }

    /** Says that the scores of a suite may be others now, though no run of it changed. */
    @Transactional
    public void reconsiderSuite(long suiteId) {
        jdbc.update("update run set revision = ? where suite_id = ?", next(), suiteId);
    }
}
