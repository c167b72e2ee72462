package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.problems.Again;
import app.yarrowmark.server.servers.Servers;
import com.fasterxml.jackson.core.type.TypeReference;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/** Loads desk files to their end: what a server was loading when it ended goes on at its next start. */
@Service
class DeskLoads {

    private static final Logger LOG = LoggerFactory.getLogger(DeskLoads.class);

    private final DeskFileImport desks;
    private final JdbcTemplate jdbc;
    private final AtomicBoolean looking = new AtomicBoolean();
    private final Servers servers;
    private final Clock clock;

    DeskLoads(DeskFileImport desks, JdbcTemplate jdbc, Servers servers, Clock clock) {
        this.desks = desks;
        this.jdbc = jdbc;
        this.servers = servers;
        this.clock = clock;
    }

    private record Load(long id, String name, String who, String file) {}

    /** Loads all of a file that is sound and reports the rest; the file is kept until then. */
    DeskFileImport.Report load(String name, DeskFile file, Caller caller) {
        long id = jdbc.queryForObject(
                "insert into desk_load (name, who, begun_at, file, server) values (?, ?, ?, ?, ?) returning id",
                Long.class,
                name,
                caller.who(),
                Timestamp.from(clock.instant()),
                Json.write(file),
                servers.own());
        return finish(id, file, caller);
    }

    private DeskFileImport.Report finish(long id, DeskFile file, Caller caller) {
        DeskFileImport.Report report = desks.load(file, caller);
        jdbc.update(
                "update desk_load set ended_at = ?, file = null, report = ? where id = ?",
                Timestamp.from(clock.instant()),
                Json.write(report),
                id);
        return report;
    }

    /** After the suites of our own are there, and before anything is loaded anew. */
    @EventListener(ApplicationStartedEvent.class)
    @Order(9)
    void goOn() {
        List<Load> broken = jdbc.query(
                "select id, name, who, file from desk_load where ended_at is null order by id",
                (row, i) -> new Load(row.getLong(1), row.getString(2), row.getString(3), row.getString(4)));
        for (Load load : broken) {
            if (isLeft(load.id)) {
                LOG.info("going on with loading {}", load.name);
                DeskFile file = Json.read(load.file, new TypeReference<DeskFile>() {});
                Again.of(() -> finish(load.id, file, new Caller(load.who, Caller.Scope.PERSON, 0)));
            }
        }
    }

    /** Where there are several servers: what one of them left. */
    @Scheduled(fixedDelay = 60_000, initialDelay = 60_000)
    void goOnForOthers() {
        if (servers.shared() && looking.compareAndSet(false, true)) {
            CompletableFuture.runAsync(this::goOn).whenComplete((none, failure) -> looking.set(false));
        }
    }

    /** Whether no server that is there is loading it, so that this one does. */
    private boolean isLeft(long id) {
        List<String> owner =
                jdbc.queryForList("select coalesce(server, '') from desk_load where id = ?", String.class, id);
        return !servers.alive().contains(owner.get(0))
                && jdbc.update(
                                "update desk_load set server = ? where id = ? and coalesce(server, '') = ?",
                                servers.own(),
                                id,
                                owner.get(0))
                        == 1;
    }
}
