package app.yarrowmark.server.writeups;

import app.yarrowmark.server.kept.Kept;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Supplier;
import org.springframework.core.io.ByteArrayResource;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/**
 * Keeps public pages as they are sent, until something is published or taken back: however many read them, the records are
 * asked once a second.
 */
@Component
class PublicPages {

    private static final long MOST_BYTES = 64L * 1024 * 1024;
    private static final Duration LOOK = Duration.ofSeconds(1);

    private final Kept<String, byte[]> pages = Kept.weighed(MOST_BYTES, bytes -> bytes.length);
    private volatile Looked looked = new Looked("", 0, Instant.EPOCH);
    private final JdbcTemplate jdbc;
    private final Clock clock;
    private final Resource letters;

    /**
     * What the records were when they were asked.
     *
     * @param revision of what is published
     * @param scores revision of the scores
     */
    private record Looked(String revision, long scores, Instant at) {}

    PublicPages(JdbcTemplate jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.letters = found("classpath*:/static/assets/archivo-latin-standard-normal-*.woff2");
    }

    /** Returns the letters of the page. */
    Resource letters() {
        return letters;
    }

    /** Returns a page that is kept, or makes it. */
    byte[] text(String key, Supplier<String> make) {
        return bytes(key, () -> make.get().getBytes(StandardCharsets.UTF_8));
    }

    /** Returns a file that is kept, or makes it. */
    byte[] bytes(String key, Supplier<byte[]> make) {
        return pages.get(key, revision(), make);
    }

    /** Returns a page of what changes with the scores, as it is kept, or makes it; names may be a minute old. */
    byte[] live(String key, Supplier<String> make) {
        Looked now = look();
        long minute = now.at.getEpochSecond() / 60;
        return pages.get(
                key,
                now.revision + " " + now.scores + " " + minute,
                () -> make.get().getBytes(StandardCharsets.UTF_8));
    }

    private String revision() {
        return look().revision;
    }

    private Looked look() {
        Looked last = looked;
        Instant now = clock.instant();
        if (Duration.between(last.at, now).compareTo(LOOK) < 0) {
            return last;
        }
        Looked found = jdbc.queryForObject(
                "select concat((select count(*) from published_state), ' ',"
                        + " (select coalesce(sum(edition), 0) from write_up where state <> 'DRAFT'), ' ',"
                        + " (select concat(count(*), ' ', coalesce(sum(edition), 0)) from board"
                        + " where public_slug is not null)),"
                        + " (select coalesce(sum(number), 0) from revision where counted = 'SCORES')",
                (row, at) -> new Looked(row.getString(1), row.getLong(2), now));
        looked = found;
        return found;
    }

    /** Forgets what it knows of the records: what this server just published is seen at once. */
    void lookAgain() {
        looked = new Looked("", 0, Instant.EPOCH);
    }

    /** Returns what a page says beside its content. */
    static ReaderPage.Told told(PublishService.Seen seen, PublishService publishing) {
        List<String> changes = publishing.states(seen.writeUp().id).stream()
                .filter(s -> s.number() > 1
                        && s.number() <= seen.state().number
                        && !s.changes().isBlank())
                .map(s -> ReaderPage.day(s.at()) + ": " + s.changes())
                .toList();
        return new ReaderPage.Told(
                seen.state().who,
                seen.state().at,
                seen.state().number,
                seen.last(),
                seen.state().revision,
                changes,
                seen.writeUp().withdrawn);
    }

    private static Resource found(String pattern) {
        try {
            Resource[] all = new PathMatchingResourcePatternResolver().getResources(pattern);
            return all.length == 0 ? new ByteArrayResource(new byte[0]) : all[0];
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
