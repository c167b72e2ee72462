package app.yarrowmark.server.writeups;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.writeups.WriteUpView.Answer;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.FigureSource;
import app.yarrowmark.server.writeups.WriteUpView.State;
import app.yarrowmark.server.writeups.WriteUpView.Verdict;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Write-ups as they travel from desk to desk: with their figures, and with every state that readers saw. */
@Service
@Transactional(readOnly = true)
public class WriteUpArchive {

    private final WriteUpRepository writeUps;
    private final WriteUpFigureRepository figures;
    private final WriteUpRemarkRepository remarks;
    private final WriteUpReaderRepository readers;
    private final PublishedStateRepository states;
    private final CatalogueService catalogue;
    private final HistoryService history;
    private final ViewAddress addresses;
    private final LiveEvents events;
    private final PictureService placed;
    private final JdbcTemplate jdbc;

    WriteUpArchive(
            WriteUpRepository writeUps,
            WriteUpFigureRepository figures,
            WriteUpRemarkRepository remarks,
            WriteUpReaderRepository readers,
            PublishedStateRepository states,
            CatalogueService catalogue,
            HistoryService history,
            ViewAddress addresses,
            LiveEvents events,
            PictureService placed,
            JdbcTemplate jdbc) {
        this.writeUps = writeUps;
        this.figures = figures;
        this.remarks = remarks;
        this.readers = readers;
        this.states = states;
        this.catalogue = catalogue;
        this.history = history;
        this.addresses = addresses;
        this.events = events;
        this.placed = placed;
        this.jdbc = jdbc;
    }

    /**
     * A write-up as it travels.
     *
     * @param maker of the device it is of; absent where it is of none
     */
    public record Archived(
            String slug,
            String title,
            String line,
            @Nullable String maker,
            @Nullable String model,
            String text,
            Verdict verdict,
            List<Answer> answers,
            State state,
            @Nullable String withdrawn,
            String madeBy,
            Instant madeAt,
            String changedBy,
            Instant changedAt,
            List<ArchivedFigure> figures,
            List<WriteUpView.Remark> remarks,
            List<WriteUpView.Reader> readers,
            List<ArchivedState> states,
            List<ArchivedPicture> placed) {

        public Archived {
            // Archives that were written before texts had pictures have none.
            placed = Objects.requireNonNullElse(placed, List.of());
        }

        /** Returns the same with the pictures that its last state names, by the number of the figure. */
        public Archived withPictures(IntFunction<byte[]> picture) {
            if (states.isEmpty()) {
                return this;
            }
            List<ArchivedState> all = new ArrayList<>(states);
            ArchivedState last = all.remove(all.size() - 1);
            Map<Integer, String> pictures = new TreeMap<>();
            last.content()
                    .pictures()
                    .forEach(n -> pictures.put(n, Base64.getEncoder().encodeToString(picture.apply(n))));
            all.add(new ArchivedState(
                    last.number(), last.at(), last.who(), last.revision(), last.changes(), last.content(), pictures));
            return new Archived(
                    slug, title, line, maker, model, text, verdict, answers, state, withdrawn, madeBy, madeAt,
                    changedBy, changedAt, figures, remarks, readers, all, placed);
        }
    }

    /**
     * A figure with the view that it was taken from.
     *
     * @param name what it is called in its view; absent where nobody knows it any more
     * @param choice how it is drawn there, and which of its rows
     * @param names of the records whose numbers are in the address, by kind and number
     */
    public record ArchivedFigure(
            int number,
            String address,
            @Nullable String name,
            @Nullable String choice,
            @Nullable Map<String, List<String>> names,
            FigureContent content,
            String putBy,
            Instant putAt) {

        /** Where it is taken from here; without a name, where its view does not show the same here, nobody looks at it again. */
        FigureSource source(ViewAddress addresses) {
            Optional<String> here =
                    name == null || choice == null || names == null ? Optional.empty() : addresses.here(address, names);
            return here.isEmpty()
                    ? new FigureSource(address, "", "")
                    : new FigureSource(here.get(), Objects.requireNonNull(name), Objects.requireNonNull(choice));
        }
    }

    /**
     * A state that readers saw.
     *
     * @param pictures of its figures, in Base64
     */
    public record ArchivedState(
            int number,
            Instant at,
            String who,
            long revision,
            String changes,
            PublishedContent content,
            Map<Integer, String> pictures) {}

    /**
     * A picture of the text.
     *
     * @param content in Base64
     */
    public record ArchivedPicture(int number, String file, String name, int width, int height, String content) {

        PlacedPicture placed() {
            return new PlacedPicture(number, file, name, width, height);
        }
    }

    /** Returns the numbers of all write-ups. */
    public List<Long> all() {
        return writeUps.findAll().stream().map(w -> w.id).sorted().toList();
    }

    /** Returns one as it travels. */
    public Archived of(long id) {
        WriteUpEntity w = writeUps.findById(id).orElseThrow();
        ModelView model = w.modelId == null ? null : catalogue.model(w.modelId);
        return new Archived(
                w.slug,
                w.title,
                w.line,
                model == null ? null : model.maker(),
                model == null ? null : model.name(),
                w.text,
                Json.read(w.verdict, new TypeReference<Verdict>() {}),
                Json.read(w.answers, new TypeReference<List<Answer>>() {}),
                w.state,
                w.withdrawn,
                w.madeBy,
                w.madeAt,
                w.changedBy,
                w.changedAt,
                figures.findByWriteUpIdOrderByNumber(id).stream()
                        .map(f -> new ArchivedFigure(
                                f.number,
                                f.address,
                                f.name,
                                f.choice,
                                addresses.names(f.address),
                                f.content(),
                                f.putBy,
                                f.putAt))
                        .toList(),
                remarks.findByWriteUpIdOrderByAt(id).stream()
                        .map(WriteUpRemarkEntity::view)
                        .toList(),
                readers.findByWriteUpIdOrderByAt(id).stream()
                        .map(r -> new WriteUpView.Reader(r.who, r.at, !r.standsBy(w)))
                        .toList(),
                statesOf(id),
                placed.of(id).stream()
                        .map(p -> new ArchivedPicture(
                                p.number(),
                                p.file(),
                                p.name(),
                                p.width(),
                                p.height(),
                                Base64.getEncoder().encodeToString(placed.content(id, p.number()))))
                        .toList());
    }

    private List<ArchivedState> statesOf(long id) {
        List<ArchivedState> archived = new ArrayList<>();
        for (PublishedStateRepository.Line line : states.lines(List.of(id))) {
            PublishedStateEntity state = states.findById(line.id()).orElseThrow();
            Map<Integer, String> pictures = new TreeMap<>();
            jdbc.query(
                    "select number, png from published_picture where state_id = ?",
                    row -> {
                        pictures.put(row.getInt(1), Base64.getEncoder().encodeToString(row.getBytes(2)));
                    },
                    state.id);
            archived.add(new ArchivedState(
                    state.number,
                    state.at,
                    state.who,
                    state.revision,
                    state.changes,
                    Json.read(state.content, new TypeReference<PublishedContent>() {}),
                    pictures));
        }
        return archived;
    }

    /** Takes one in, unless one of its public address is there; returns whether it did. */
    @Transactional
    public boolean take(Archived archived, String who) {
        if (writeUps.existsBySlug(archived.slug())) {
            return false;
        }
        WriteUpEntity w = new WriteUpEntity(archived.slug(), archived.madeBy(), archived.madeAt());
        w.title = archived.title();
        w.line = archived.line();
        w.modelId = catalogue.models().stream()
                .filter(m -> m.maker().equals(archived.maker()) && m.name().equals(archived.model()))
                .map(ModelView::id)
                .findFirst()
                .orElse(null);
        w.text = archived.text();
        w.verdict = Json.write(archived.verdict());
        w.answers = Json.write(archived.answers());
        w.state = archived.state();
        w.withdrawn = archived.withdrawn();
        w.changedBy = archived.changedBy();
        w.changedAt = archived.changedAt();
        writeUps.saveAndFlush(w);
        archived.figures().forEach(f -> {
            WriteUpFigureEntity figure = new WriteUpFigureEntity(w.id, f.number());
            FigureSource source = f.source(addresses);
            figure.set(source, FigureRules.clean(source, f.content()), 0, f.putBy(), f.putAt());
            figures.save(figure);
        });
        archived.remarks().forEach(r -> {
            WriteUpRemarkEntity remark = new WriteUpRemarkEntity(w.id, r.passage(), r.text(), r.who(), r.at());
            remark.settledBy = r.settledBy();
            remark.settledAt = r.settledAt();
            remarks.save(remark);
        });
        archived.readers().forEach(r -> readers.save(new WriteUpReaderEntity(w.id, r.who(), r.at())));
        archived.placed()
                .forEach(
                        p -> placed.keep(w.id, p.placed(), Base64.getDecoder().decode(p.content()), archived.madeBy()));
        archived.states().forEach(s -> take(w.id, s));
        history.add(HistoryService.Kind.WRITE_UP, w.id, "TAKEN_IN", who, w.title);
        events.changed(LiveEvents.Topic.WRITE_UPS);
        return true;
    }

    private void take(long writeUp, ArchivedState s) {
        PublishedStateEntity state = states.saveAndFlush(new PublishedStateEntity(
                writeUp, s.number(), s.at(), s.who(), s.revision(), s.changes(), Json.write(clean(s.content()))));
        s.pictures()
                .forEach((number, png) -> jdbc.update(
                        "insert into published_picture (state_id, number, png) values (?, ?, ?)",
                        state.id,
                        number,
                        Base64.getDecoder().decode(png)));
    }

    /** What comes from elsewhere does nothing either. */
    private static PublishedContent clean(PublishedContent content) {
        Map<Integer, FigureContent> drawn = new TreeMap<>();
        content.figures()
                .forEach((number, figure) ->
                        drawn.put(number, FigureRules.clean(new FigureSource("/", "", ""), figure)));
        return new PublishedContent(
                content.title(),
                content.line(),
                content.device(),
                content.text(),
                content.verdict(),
                content.answers(),
                drawn,
                content.measured(),
                content.readBy(),
                content.pictures(),
                content.placed());
    }
}
