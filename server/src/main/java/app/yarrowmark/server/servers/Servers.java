package app.yarrowmark.server.servers;

import app.yarrowmark.server.Settings;
import java.util.List;
import java.util.UUID;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Which servers work on this database. Each has a place, by which it counts changes beside the others, and a name for what it has begun, so
 * that another one ends what it left. A server that has the database for itself is not written down.
 */
@Component
public class Servers {

    /** Far more than work on one database. */
    public static final int MOST = 1000;

    /** A server that was not seen for so long is taken to be gone. */
    private static final String GONE = "seen_at < utc_timestamp(6) - interval 60 second";

    private final JdbcTemplate jdbc;
    private final boolean shared;
    private final String own = UUID.randomUUID().toString();
    private volatile int place;
    private boolean taken;

    Servers(JdbcTemplate jdbc, Settings settings) {
        this.jdbc = jdbc;
        this.shared = settings.shared();
    }

    /** Returns whether others may work on the database. */
    public boolean shared() {
        return shared;
    }

    /** Returns the name of this one, another one after each start. */
    public String own() {
        return own;
    }

    /**
     * Returns the place of this one, from 0 to below {@link #MOST}; a server alone has the first. Where two had the same one everything would
     * stay right, and they would wait for each other.
     */
    public int place() {
        return place;
    }

    /** Returns the names of the servers that are there, this one among them. */
    public List<String> alive() {
        if (!shared) {
            return List.of(own);
        }
        List<String> alive = jdbc.queryForList("select server from server_place where not " + GONE, String.class);
        alive.add(own);
        return alive;
    }

    /** Takes a place, and keeps it while this runs. */
    @Scheduled(fixedDelay = 10_000)
    void hold() {
        if (shared && !(taken && isStillOurs())) {
            take();
        }
    }

    private boolean isStillOurs() {
        return jdbc.update(
                        "update server_place set seen_at = utc_timestamp(6) where place = ? and server = ?", place, own)
                == 1;
    }

    /** The first that is free; who is a moment late is told by the database, and tries again later. */
    private void take() {
        List<Integer> left =
                jdbc.queryForList("select place from server_place where " + GONE + " order by place", Integer.class);
        for (int free : left) {
            if (jdbc.update(
                            "update server_place set server = ?, seen_at = utc_timestamp(6) where place = ? and "
                                    + GONE,
                            own,
                            free)
                    == 1) {
                taken(free);
                return;
            }
        }
        int next = jdbc.queryForObject("select coalesce(max(place) + 1, 0) from server_place", Integer.class);
        if (next < MOST) {
            jdbc.update("insert into server_place (place, server, seen_at) values (?, ?, utc_timestamp(6))", next, own);
            taken(next);
        }
    }

    private void taken(int at) {
        place = at;
        taken = true;
    }
}
