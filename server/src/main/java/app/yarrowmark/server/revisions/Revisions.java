package app.yarrowmark.server.revisions;

import app.yarrowmark.server.servers.Servers;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Counts up, in the transaction of a change. The row of a lane stays locked until that is committed, so that the changes of a
 * lane become visible in order; changes in other lanes need not wait. Who has read the records up to the marks of one moment has
 * to read again only what bears a stamp beyond them.
 */
@Service
public class Revisions {

    /** Few, so that all are read with one small question; enough that senders seldom wait for each other. */
    static final int LANES_OF_A_SERVER = 4;

    private static final String COUNT = "insert into revision (counted, lane, number) values (?, ?, 1)"
            + " on duplicate key update number = number + 1 returning number";

    private final JdbcTemplate jdbc;
    private final Servers servers;

    Revisions(JdbcTemplate jdbc, Servers servers) {
        this.jdbc = jdbc;
        this.servers = servers;
    }

    /** Counts up, and returns the stamp that what changed is to bear. */
    @Transactional(propagation = Propagation.MANDATORY)
    public long next(Counted counted) {
        return count(counted);
    }

    /** As {@link #next}, for what is no change by itself and may stand outside of a transaction. */
    public long count(Counted counted) {
        int lane = servers.place() * LANES_OF_A_SERVER
                + (int) (Thread.currentThread().getId() % LANES_OF_A_SERVER);
        return Stamp.of(lane, jdbc.queryForObject(COUNT, Long.class, counted.name(), lane));
    }

    /** Returns how far a count is, as the database has it now. */
    public Marks of(Counted counted) {
        return Marks.of(jdbc.query(
                "select lane, number from revision where counted = ?",
                (row, at) -> new Marks.Lane(row.getInt(1), row.getLong(2)),
                counted.name()));
    }

    /** Returns how far everything is, in words that are the same only where nothing changed. */
    public String all() {
        List<String> lanes = jdbc.query(
                "select counted, lane, number from revision order by counted, lane",
                (row, at) -> row.getString(1).charAt(0) + row.getString(2) + ":" + row.getString(3));
        return String.join(" ", lanes);
    }
}
