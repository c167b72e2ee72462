package app.yarrowmark.server.evidence;

import app.yarrowmark.core.Maps;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.runs.Ledger;
import app.yarrowmark.server.secrets.Tokens;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.time.Clock;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps pictures and files with runs; the same content is stored once, whatever its name. */
@Service
@Transactional(readOnly = true)
public class EvidenceService {

    public static final int MOST_BYTES = 10 * 1024 * 1024;
    /** Longest side of a small picture, in pixels. */
    private static final int THUMBNAIL = 240;

    private final EvidenceFileRepository files;
    private final RunEvidenceRepository links;
    private final Ledger ledger;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;
    private final TransactionTemplate transaction;

    EvidenceService(
            EvidenceFileRepository files,
            RunEvidenceRepository links,
            Ledger ledger,
            HistoryService history,
            LiveEvents events,
            Clock clock,
            TransactionTemplate transaction) {
        this.files = files;
        this.links = links;
        this.ledger = ledger;
        this.history = history;
        this.events = events;
        this.clock = clock;
        this.transaction = transaction;
    }

    /**
     * Keeps a file with a run.
     *
     * @throws RuleViolations if it is too large, empty, broken, or of no kind that is kept
     */
    @Transactional(propagation = Propagation.NOT_SUPPORTED)
    public EvidenceView add(UUID runId, String name, byte[] content, String who) {
        ledger.requireKept(runId);
        String clean = name.strip().replaceAll("[\\p{Cntrl}/\\\\]", " ").strip();
        if (clean.isEmpty() || clean.length() > 200) {
            throw new RuleViolations("name", "a file's name has 1 to 200 characters");
        }
        if (content.length == 0 || content.length > MOST_BYTES) {
            throw new RuleViolations(
                    "file", content.length == 0 ? "is empty" : "has more than 10 MB: send a smaller picture");
        }
        FileKind kind = FileKind.of(content)
                .orElseThrow(() -> new RuleViolations(
                        "file", clean + " is no PNG, JPEG, WebP, PDF or plain text by what is in it"));
        String hash = Tokens.digest(content);
        // Before the transaction: a picture is drawn small in its own time.
        byte[] small = files.existsById(hash) ? null : thumbnail(kind, content);
        return transaction.execute(tx -> keep(runId, hash, clean, kind, content, small, who));
    }

    private EvidenceView keep(
            UUID runId, String hash, String clean, FileKind kind, byte[] content, byte @Nullable [] small, String who) {
        if (!files.existsById(hash)) {
            files.saveAndFlush(new EvidenceFileEntity(hash, kind.mediaType(), content, small, clock.instant()));
        }
        RunEvidenceEntity link = links.findByRunIdInAndRemovedAtIsNullOrderById(List.of(runId)).stream()
                .filter(l -> l.hash.equals(hash))
                .findFirst()
                .orElseGet(() -> link(runId, hash, clean, who));
        return views(List.of(link)).get(0);
    }

    private RunEvidenceEntity link(UUID runId, String hash, String name, String who) {
        history.add(HistoryService.Kind.RUN, runId, "EVIDENCE", who, name);
        events.changed(LiveEvents.Topic.RUNS);
        return links.save(new RunEvidenceEntity(runId, hash, name, clock.instant(), who));
    }

    private static byte @Nullable [] thumbnail(FileKind kind, byte[] content) {
        if (!kind.isPicture()) {
            return null;
        }
        try {
            Optional<BufferedImage> small = Pictures.within(THUMBNAIL, content);
            return small.isEmpty() ? null : Pictures.written(small.get(), FileKind.PNG);
        } catch (IOException e) {
            throw new RuleViolations("file", "begins like a picture and cannot be read as one");
        }
    }

    /** Takes a file off a run, or puts it back; the content stays. */
    @Transactional
    public void remove(UUID runId, long id, boolean back, String who) {
        RunEvidenceEntity link = links.findById(id)
                .filter(l -> l.runId.equals(runId))
                .orElseThrow(() -> Refusal.notFound("This run has no file number " + id + "."));
        link.removedAt = back ? null : clock.instant();
        history.add(HistoryService.Kind.RUN, runId, back ? "EVIDENCE" : "EVIDENCE_OFF", who, link.name);
        events.changed(LiveEvents.Topic.RUNS);
    }

    /** Returns the files kept with runs, the first added first. */
    public List<EvidenceView> of(Collection<UUID> runIds) {
        return runIds.isEmpty() ? List.of() : views(links.findByRunIdInAndRemovedAtIsNullOrderById(runIds));
    }

    /** A file to send. */
    public record Content(String mediaType, byte[] bytes) {}

    /** Returns the content of a file, or its thumbnail. */
    public Content content(String hash, boolean small) {
        EvidenceFileEntity file =
                files.findById(hash).orElseThrow(() -> Refusal.notFound("There is no file with that content."));
        if (!small) {
            return new Content(file.mediaType, file.content);
        }
        if (file.thumbnail == null) {
            throw Refusal.notFound("There is no thumbnail of this file.");
        }
        return new Content("image/png", file.thumbnail);
    }

    private List<EvidenceView> views(List<RunEvidenceEntity> all) {
        Map<String, EvidenceFileRepository.Described> byHash = new HashMap<>();
        files.describe(all.stream().map(l -> l.hash).distinct().toList()).forEach(f -> byHash.put(f.hash(), f));
        return all.stream()
                .map(l -> {
                    EvidenceFileRepository.Described file = Maps.at(byHash, l.hash);
                    return new EvidenceView(
                            l.id,
                            l.runId,
                            l.name,
                            l.hash,
                            file.mediaType(),
                            file.size(),
                            file.thumbnail(),
                            l.addedAt,
                            l.who);
                })
                .toList();
    }
}
