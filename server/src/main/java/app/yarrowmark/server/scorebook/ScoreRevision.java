package app.yarrowmark.server.scorebook;

import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The number that counts up with every change to the accepted runs. */
@Service
public class ScoreRevision {

    private final JdbcTemplate jdbc;

    ScoreRevision(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * Counts up within the caller's transaction and returns the new number, to be kept with the runs that changed. The row
     * stays locked until the commit, so numbers become visible in order.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public long next() {
        jdbc.update("update score_revision set revision = revision + 1 where id = 1");
        return current();
    }

    /** Returns the number as the database has it now. */
    public long current() {
        return jdbc.queryForObject("select revision from score_revision where id = 1", Long.class);
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
