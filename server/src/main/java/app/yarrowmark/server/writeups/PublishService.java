package app.yarrowmark.server.writeups;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.State;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.Clock;
import java.util.Arrays;
import java.util.Base64;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Publishes write-ups: keeps a state of text and data that no later change of the records touches. */
@Service
@Transactional(readOnly = true)
class PublishService {

    private static final int LARGEST_PICTURE = 4 * 1024 * 1024;
    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};

    private final WriteUpService writeUps;
    private final WriteUpRepository records;
    private final WriteUpFigureRepository figures;
    private final WriteUpReaderRepository readers;
    private final PublishedStateRepository states;
    private final HowMeasured measured;
    private final PictureService placed;
    private final ScoreRevision revision;
    private final PublicPages pages;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    PublishService(
            WriteUpService writeUps,
            WriteUpRepository records,
            WriteUpFigureRepository figures,
            WriteUpReaderRepository readers,
            PublishedStateRepository states,
            HowMeasured measured,
            PictureService placed,
            ScoreRevision revision,
            PublicPages pages,
            JdbcTemplate jdbc,
            Clock clock) {
        this.writeUps = writeUps;
        this.records = records;
        this.figures = figures;
        this.readers = readers;
        this.states = states;
        this.measured = measured;
        this.placed = placed;
        this.revision = revision;
        this.pages = pages;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * A picture of a figure.
     *
     * @param number of the figure
     * @param png in Base64
     */
    record Picture(int number, String png) {}

    /**
     * What is to be published.
     *
     * @param edition that was read; another one kept meanwhile is not published
     * @param changes what readers are told of the changes since the state before; empty the first time
     * @param pictures of its figures, for links and for film
     */
    record Publication(int edition, String changes, List<Picture> pictures) {}

    /** Returns a draft as it would be published now. */
    PublishedContent draft(long id) {
        return content(writeUps.entity(id), List.of());
    }

    /** Returns the page that readers would see now. */
    String preview(long id, String who) {
        ReaderPage.Told told = new ReaderPage.Told(who, clock.instant(), 0, 0, revision.number(), List.of(), null);
        return ReaderPage.page(draft(id), told, new ReaderPage.Place("/read/", "", "", "", true));
    }

    /**
     * Publishes the state that was read.
     *
     * @throws Refusal if another edition was kept meanwhile
     * @throws RuleViolations if it says nothing, names a figure that is not there, or a picture is none
     */
    @Transactional
    WriteUpView publish(long id, Publication asked, String who) {
        WriteUpEntity w = writeUps.entity(id);
        if (w.edition != asked.edition()) {
            throw Refusal.overtaken("this write-up", writeUps.view(id));
        }
        if (w.text.isBlank()) {
            throw new RuleViolations("text", "is empty: readers would find a title and nothing else");
        }
        if (asked.changes().length() > 1000) {
            throw new RuleViolations("changes", "has at most 1000 characters");
        }
        Map<Integer, byte[]> pictures = pictures(asked.pictures());
        PublishedContent content = content(w, List.copyOf(pictures.keySet()));
        requireFigures(w, content.figures().keySet());
        requirePictures(w, content.placed().values());
        List<PublishedStateRepository.Line> before = states.lines(List.of(id));
        PublishedStateEntity state = states.saveAndFlush(new PublishedStateEntity(
                id,
                before.size() + 1,
                clock.instant(),
                who,
                revision.number(),
                asked.changes().strip(),
                Json.write(content)));
        pictures.forEach((number, png) -> jdbc.update(
                "insert into published_picture (state_id, number, png) values (?, ?, ?)", state.id, number, png));
        w.state = State.PUBLISHED;
        w.withdrawn = null;
        records.flush();
        writeUps.note(w, "PUBLISHED", who, "state " + state.number + ": " + w.title);
        seenAtOnce();
        return writeUps.view(id);
    }

    /** Takes back what readers see; a page says so in its place. */
    @Transactional
    WriteUpView withdraw(long id, String why, String who) {
        WriteUpEntity w = writeUps.entity(id);
        if (w.state != State.PUBLISHED) {
            throw Refusal.conflict("Readers do not see it: there is nothing to withdraw.");
        }
        if (why.isBlank() || why.length() > 500) {
            throw new RuleViolations("why", "has 1 to 500 characters: readers are told so");
        }
        w.state = State.WITHDRAWN;
        w.withdrawn = why.strip();
        records.flush();
        writeUps.note(w, "WITHDRAWN", who, why.strip());
        seenAtOnce();
        return writeUps.view(id);
    }

    private void seenAtOnce() {
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                pages.lookAgain();
            }
        });
    }

    private PublishedContent content(WriteUpEntity w, List<Integer> pictures) {
        WriteUpView view = writeUps.view(w.id);
        Set<Integer> used = new HashSet<>(Markdown.figures(w.text));
        HungNumber.in(w.text).forEach(n -> used.add(n.figure()));
        Map<Integer, FigureContent> drawn = new TreeMap<>();
        Set<Long> setups = new LinkedHashSet<>();
        figures.findByWriteUpIdOrderByNumber(w.id).stream()
                .filter(f -> used.contains(f.number))
                .forEach(f -> {
                    drawn.put(f.number, f.content());
                    setups.addAll(ViewAddress.setups(f.address));
                });
        return new PublishedContent(
                w.title,
                w.line,
                view.device(),
                w.text,
                view.verdict(),
                view.answers(),
                drawn,
                measured.of(w.modelId, setups),
                readers.findByWriteUpIdOrderByAt(w.id).stream()
                        .filter(r -> r.standsBy(w))
                        .map(r -> r.who)
                        .distinct()
                        .toList(),
                pictures,
                placed.shownIn(w.id, w.text));
    }

    private static void requireFigures(WriteUpEntity w, Set<Integer> there) {
        Markdown.figures(w.text).stream()
                .filter(n -> !there.contains(n))
                .findFirst()
                .ifPresent(n -> {
                    throw new RuleViolations(
                            "text", "has figure " + n + ", which was never put in: take it out, or put one in");
                });
    }

    private static void requirePictures(WriteUpEntity w, Collection<PlacedPicture> there) {
        Set<String> files = there.stream().map(PlacedPicture::file).collect(Collectors.toSet());
        Markdown.pictures(w.text).stream()
                .filter(f -> !files.contains(f))
                .findFirst()
                .ifPresent(f -> {
                    throw new RuleViolations(
                            "text", "has " + f + ", which was never put in: take it out, or put a picture in");
                });
    }

    private static Map<Integer, byte[]> pictures(List<Picture> asked) {
        Map<Integer, byte[]> pictures = new TreeMap<>();
        for (Picture picture : asked) {
            byte[] png = decoded(picture.png());
            if (png == null || png.length > LARGEST_PICTURE || !begins(png)) {
                throw new RuleViolations("pictures", "figure " + picture.number() + " comes as no PNG of at most 4 MB");
            }
            pictures.put(picture.number(), png);
        }
        return pictures;
    }

    private static byte @Nullable [] decoded(String text) {
        try {
            return Base64.getDecoder().decode(text);
        } catch (IllegalArgumentException e) {
            return null;
        }
    }

    private static boolean begins(byte[] png) {
        return png.length > PNG.length && Arrays.equals(png, 0, PNG.length, PNG, 0, PNG.length);
    }

    /** A state as readers see it. */
    record Seen(WriteUpEntity writeUp, PublishedStateEntity state, PublishedContent content, int last) {}

    /**
     * Returns a state by its public address.
     *
     * @param number of an older state; null for the last
     * @throws Refusal if nothing is published there
     */
    Seen seen(String slug, @Nullable Integer number) {
        WriteUpEntity w = records.findBySlug(slug).orElseThrow(PublishService::nothing);
        List<PublishedStateRepository.Line> all = states.lines(List.of(w.id));
        if (all.isEmpty()) {
            throw nothing();
        }
        int last = all.get(all.size() - 1).number();
        PublishedStateEntity state = states.findByWriteUpIdAndNumber(w.id, number == null ? last : number)
                .orElseThrow(PublishService::nothing);
        return new Seen(w, state, Json.read(state.content, new TypeReference<PublishedContent>() {}), last);
    }

    /** Returns what is published now, the newest first. */
    List<Seen> published() {
        return records.findAllByOrderByChangedAtDesc().stream()
                .filter(w -> w.state == State.PUBLISHED)
                .map(w -> seen(w.slug, null))
                .sorted((a, b) -> b.state().at.compareTo(a.state().at))
                .toList();
    }

    /** Returns the states of one, the first published first. */
    List<PublishedStateRepository.Line> states(long writeUpId) {
        return states.lines(List.of(writeUpId));
    }

    /** Returns the picture of a figure of a state; null if there is none. */
    byte @Nullable [] picture(long stateId, int number) {
        return jdbc
                .queryForList(
                        "select png from published_picture where state_id = ? and number = ?",
                        byte[].class,
                        stateId,
                        number)
                .stream()
                .findFirst()
                .orElse(null);
    }

    /** Returns a picture that stands in the text of a state; null if there is none. */
    byte @Nullable [] placed(Seen seen, int number) {
        return seen.content().placed().containsKey(number) ? placed.content(seen.writeUp().id, number) : null;
    }

    private static Refusal nothing() {
        return Refusal.notFound("Nothing is published here.");
    }
}
