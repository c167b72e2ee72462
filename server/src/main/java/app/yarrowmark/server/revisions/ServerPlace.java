package app.yarrowmark.server.revisions;

import app.yarrowmark.server.Settings;
import java.util.List;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * The place of this server among those on the same database, by which each counts in lanes of its own. Where two had the same one
 * everything would stay right; they would wait for each other.
 */
@Component
class ServerPlace {

    private static final Logger LOG = LoggerFactory.getLogger(ServerPlace.class);
    private static final int MOST = Stamp.MOST_LANES / Revisions.LANES_OF_A_SERVER;

    /** A server that was not seen for so long is taken to be gone. */
    private static final String GONE = "seen_at < utc_timestamp(6) - interval 60 second";

    private final JdbcTemplate jdbc;
    private final boolean shared;
    private final String own = UUID.randomUUID().toString();
    private volatile int number;
    private boolean taken;

    ServerPlace(JdbcTemplate jdbc, Settings settings) {
        this.jdbc = jdbc;
        this.shared = settings.shared();
    }

    /** Returns it, from 0; a server alone has the first. */
    int number() {
        return number;
    }

    @Scheduled(fixedDelay = 10_000)
    void hold() {
        if (!shared) {
            return;
        }
        try {
            if (!taken || !isStillOurs()) {
                take();
            }
        } catch (DataAccessException e) {
            LOG.debug("the place among servers is looked after once the database is there again", e);
        }
    }

    private boolean isStillOurs() {
        return jdbc.update(
                        "update server_place set seen_at = utc_timestamp(6) where place = ? and server = ?",
                        number,
                        own)
                == 1;
    }

    /** The first that is free; who is a moment late is told by the database, and tries again later. */
    private void take() {
        List<Integer> left =
                jdbc.queryForList("select place from server_place where " + GONE + " order by place", Integer.class);
        for (int place : left) {
            if (jdbc.update(
                            "update server_place set server = ?, seen_at = utc_timestamp(6) where place = ? and "
                                    + GONE,
                            own,
                            place)
                    == 1) {
                taken(place);
                return;
            }
        }
        int next = jdbc.queryForObject("select coalesce(max(place) + 1, 0) from server_place", Integer.class);
        if (next < MOST) {
            jdbc.update("insert into server_place (place, server, seen_at) values (?, ?, utc_timestamp(6))", next, own);
            taken(next);
        }
    }

    private void taken(int place) {
        number = place;
        taken = true;
    }
}
