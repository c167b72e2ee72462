package app.yarrowmark.server.writeups;

import app.yarrowmark.server.evidence.EvidenceService;
import app.yarrowmark.server.evidence.EvidenceView;
import app.yarrowmark.server.evidence.FileKind;
import app.yarrowmark.server.evidence.Pictures;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the pictures that stand in texts: as large as a page shows them, and with nothing in the file but what is seen. */
@Service
@Transactional(readOnly = true)
class PictureService {

    /** Longest side in pixels: sharp on a page twice as dense as it is wide. */
    static final int LONGEST_SIDE = 1600;

    private static final int MOST = 100;
    private static final int LONGEST_NAME = 200;

    private final WriteUpService writeUps;
    private final EvidenceService evidence;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    PictureService(WriteUpService writeUps, EvidenceService evidence, JdbcTemplate jdbc, Clock clock) {
        this.writeUps = writeUps;
        this.evidence = evidence;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * Keeps a picture for a text. Larger ones are scaled; where and with what it was taken is not kept.
     *
     * @param name of its file
     * @throws RuleViolations if it is no picture that can be shown, or there are too many
     */
    @Transactional
    PlacedPicture add(long id, String name, byte[] content, String who) {
        WriteUpEntity w = writeUps.entity(id);
        String clean = name.replaceAll("[\\p{Cntrl}/\\\\]", " ").strip();
        if (clean.isEmpty() || clean.length() > LONGEST_NAME) {
            throw new RuleViolations("name", "a file's name has 1 to 200 characters");
        }
        if (content.length == 0 || content.length > EvidenceService.MOST_BYTES) {
            throw new RuleViolations("file", content.length == 0 ? "is empty" : "has more than 10 MB");
        }
        FileKind kind = FileKind.of(content)
                .filter(k -> k == FileKind.PNG || k == FileKind.JPEG)
                .orElseThrow(() -> new RuleViolations("file", clean + " is no PNG or JPEG by what is in it"));
        Shown shown = shown(kind, content);
        List<PlacedPicture> there = of(id);
        if (there.size() >= MOST) {
            throw new RuleViolations("file", "would be one too many: a write-up has at most " + MOST + " pictures");
        }
        int number = there.isEmpty() ? 1 : there.get(there.size() - 1).number() + 1;
        keep(w.id, new PlacedPicture(number, file(number, kind), clean, shown.width, shown.height), shown.content, who);
        writeUps.note(w, "PICTURE_PUT", who, clean);
        return of(id).get(there.size());
    }

    private record Shown(byte[] content, int width, int height) {}

    private static Shown shown(FileKind kind, byte[] content) {
        try {
            BufferedImage picture = Pictures.within(LONGEST_SIDE, content)
                    .orElseThrow(() -> new RuleViolations("file", "has too many pixels to be shown"));
            return new Shown(Pictures.written(picture, kind), picture.getWidth(), picture.getHeight());
        } catch (IOException e) {
            throw new RuleViolations("file", "begins like a picture and cannot be read as one");
        }
    }

    private static String file(int number, FileKind kind) {
        return "picture-" + number + (kind == FileKind.PNG ? ".png" : ".jpg");
    }

    /** Keeps one as it is. */
    @Transactional
    void keep(long writeUp, PlacedPicture picture, byte[] content, String who) {
        jdbc.update(
                "insert into write_up_picture"
                        + " (write_up_id, number, name, ending, width, height, content, put_by, put_at)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)",
                writeUp,
                picture.number(),
                picture.name(),
                picture.file().substring(picture.file().lastIndexOf('.') + 1),
                picture.width(),
                picture.height(),
                content,
                who,
                Timestamp.from(clock.instant()));
    }

    /** Returns the pictures of a write-up, the first put in first. */
    List<PlacedPicture> of(long id) {
        return jdbc.query(
                "select number, ending, name, width, height from write_up_picture where write_up_id = ? order by number",
                PictureService::placed,
                id);
    }

    private static PlacedPicture placed(ResultSet row, int at) throws SQLException {
        int number = row.getInt(1);
        return new PlacedPicture(
                number, "picture-" + number + "." + row.getString(2), row.getString(3), row.getInt(4), row.getInt(5));
    }

    /** Returns those that a text has, by their numbers. */
    Map<Integer, PlacedPicture> shownIn(long id, String text) {
        Set<String> files = Markdown.pictures(text);
        Map<Integer, PlacedPicture> shown = new TreeMap<>();
        of(id).stream().filter(p -> files.contains(p.file())).forEach(p -> shown.put(p.number(), p));
        return shown;
    }

    /**
     * Returns the content of one.
     *
     * @throws Refusal if there is none
     */
    byte[] content(long id, int number) {
        return jdbc
                .queryForList(
                        "select content from write_up_picture where write_up_id = ? and number = ?",
                        byte[].class,
                        id,
                        number)
                .stream()
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("It has no picture " + number + "."));
    }

    /** Returns the pictures that are kept as evidence with runs of its device, the first kept first. */
    List<EvidenceView> evidence(long id) {
        Long model = writeUps.entity(id).modelId;
        List<UUID> runs = model == null
                ? List.of()
                : jdbc.queryForList(
                        "select r.id from run r join setup s on s.id = r.setup_id join unit u on u.id = s.unit_id"
                                + " where u.model_id = ? and exists (select 1 from run_evidence e where e.run_id = r.id)",
                        UUID.class,
                        model);
        return evidence.of(runs).stream()
                .filter(e -> e.mediaType().startsWith("image/"))
                .toList();
    }
}
