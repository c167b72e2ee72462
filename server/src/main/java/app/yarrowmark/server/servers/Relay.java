package app.yarrowmark.server.servers;

import java.time.Duration;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Tells other servers on the same database what this one did, and hears what they did. Where there is one server it does
 * nothing. What is told within a transaction is heard once that is committed, and never where it is not.
 */
@Component
public class Relay {

    /** A transaction that was told of earlier may commit later than others: so long one is waited for. */
    private static final Duration LATE = Duration.ofSeconds(20);

    /** Mostly it is no longer than this; for what is later all is looked through now and then. */
    private static final Duration MOSTLY_LATE = Duration.ofSeconds(3);

    private static final int NOW_AND_THEN = 25;
    private static final int KEPT_SECONDS = 120;

    private final JdbcTemplate jdbc;
    private final Servers servers;
    private final Map<String, Consumer<String>> listeners = new ConcurrentHashMap<>();
    /** Numbers of what was heard, and when; older ones than are waited for are left out. */
    private final TreeMap<Long, Long> heard = new TreeMap<>();

    private long from = -1;
    private int looks;

    Relay(JdbcTemplate jdbc, Servers servers) {
        this.jdbc = jdbc;
        this.servers = servers;
    }

    /**
     * Tells the others.
     *
     * @param kind that their listeners go by
     * @param data of at most 16 MB
     */
    public void tell(String kind, String data) {
        if (servers.shared()) {
            jdbc.update("insert into relay (server, kind, data) values (?, ?, ?)", servers.own(), kind, data);
        }
    }

    /** Has somebody hear what others tell; one for each kind. */
    public void listen(String kind, Consumer<String> listener) {
        listeners.put(kind, listener);
    }

    private record Told(long id, String kind, String data) {}

    @Scheduled(fixedDelay = 200)
    void hear() {
        if (!servers.shared()) {
            return;
        }
        if (from < 0) {
            from = jdbc.queryForObject("select coalesce(max(id), 0) from relay", Long.class);
        }
        jdbc.query(
                        "select id, kind, data from relay where id > ? and server <> ? order by id",
                        (row, at) -> new Told(row.getLong(1), row.getString(2), row.getString(3)),
                        ++looks % NOW_AND_THEN == 0 ? from : heardBefore(MOSTLY_LATE),
                        servers.own())
                .forEach(this::heard);
        forget();
    }

    private void heard(Told told) {
        if (heard.putIfAbsent(told.id, System.nanoTime()) == null) {
            Consumer<String> listener = listeners.get(told.kind);
            if (listener != null) {
                listener.accept(told.data);
            }
        }
    }

    /** Returns the highest number that was heard so long ago. */
    private long heardBefore(Duration ago) {
        long old = System.nanoTime() - ago.toNanos();
        return heard.entrySet().stream()
                .filter(h -> h.getValue() - old < 0)
                .mapToLong(Map.Entry::getKey)
                .reduce(from, Math::max);
    }

    /** Nothing comes any more with a number below those that were heard long ago. */
    private void forget() {
        long old = System.nanoTime() - LATE.toNanos();
        from = heardBefore(LATE);
        heard.values().removeIf(at -> at - old < 0);
    }

    @Scheduled(fixedDelay = 30_000, initialDelay = 30_000)
    void clear() {
        if (servers.shared()) {
            jdbc.update("delete from relay where at < current_timestamp(6) - interval " + KEPT_SECONDS + " second");
        }
    }
}
