package app.yarrowmark.server.writeups;

import app.yarrowmark.core.claim.Quote;
import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.history.HistoryService.Kind;
import app.yarrowmark.server.pages.Slugs;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.writeups.WriteUpView.Answer;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.FigureSource;
import app.yarrowmark.server.writeups.WriteUpView.FigureView;
import app.yarrowmark.server.writeups.WriteUpView.State;
import app.yarrowmark.server.writeups.WriteUpView.StateLine;
import app.yarrowmark.server.writeups.WriteUpView.Verdict;
import app.yarrowmark.server.writeups.WriteUpView.WriteUpLine;
import com.fasterxml.jackson.core.type.TypeReference;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps drafts: their text, their figures, and what a second person says of them. */
@Service
@Transactional(readOnly = true)
class WriteUpService {

    private static final int MOST_FIGURES = 60;

    private final WriteUpRepository writeUps;
    private final WriteUpFigureRepository figures;
    private final WriteUpRemarkRepository remarks;
    private final WriteUpReaderRepository readers;
    private final WriteUpAskedRepository asked;
    private final PublishedStateRepository states;
    private final CatalogueService catalogue;
    private final ScoreRevision revision;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;

    WriteUpService(
            WriteUpRepository writeUps,
            WriteUpFigureRepository figures,
            WriteUpRemarkRepository remarks,
            WriteUpReaderRepository readers,
            WriteUpAskedRepository asked,
            PublishedStateRepository states,
            CatalogueService catalogue,
            ScoreRevision revision,
            HistoryService history,
            LiveEvents events,
            Clock clock) {
        this.writeUps = writeUps;
        this.figures = figures;
        this.remarks = remarks;
        this.readers = readers;
        this.asked = asked;
        this.states = states;
        this.catalogue = catalogue;
        this.revision = revision;
        this.history = history;
        this.events = events;
        this.clock = clock;
    }

    /** Returns all, the last changed first. */
    List<WriteUpLine> all() {
        List<WriteUpEntity> all = writeUps.findAllByOrderByChangedAtDesc();
        Map<Long, ModelView> models =
                catalogue.models().stream().collect(Collectors.toMap(ModelView::id, Function.identity()));
        Map<Long, List<PublishedStateRepository.Line>> published =
                states.lines(all.stream().map(w -> w.id).toList()).stream()
                        .collect(Collectors.groupingBy(PublishedStateRepository.Line::writeUpId));
        Map<Long, Long> figureCounts = figures.counts().stream()
                .collect(Collectors.toMap(
                        WriteUpFigureRepository.Count::writeUp, WriteUpFigureRepository.Count::figures));
        Map<Long, List<WriteUpReaderEntity>> read =
                readers.findAllByOrderByAt().stream().collect(Collectors.groupingBy(r -> r.writeUpId));
        Map<Long, List<WriteUpAskedEntity>> waited =
                asked.findAllByOrderByAt().stream().collect(Collectors.groupingBy(a -> a.writeUpId));
        return all.stream()
                .map(w -> line(
                        w,
                        w.modelId == null ? null : models.get(w.modelId),
                        published.getOrDefault(w.id, List.of()),
                        figureCounts.getOrDefault(w.id, 0L).intValue(),
                        read.getOrDefault(w.id, List.of()),
                        waited.getOrDefault(w.id, List.of())))
                .toList();
    }

    private static WriteUpLine line(
            WriteUpEntity w,
            @Nullable ModelView model,
            List<PublishedStateRepository.Line> published,
            int figures,
            List<WriteUpReaderEntity> read,
            List<WriteUpAskedEntity> asked) {
        Optional<PublishedStateRepository.Line> last =
                w.state == State.PUBLISHED ? published.stream().reduce((a, b) -> b) : Optional.empty();
        return new WriteUpLine(
                w.id,
                w.slug,
                w.title,
                w.line,
                w.modelId,
                model == null ? null : called(model),
                w.state,
                w.madeBy,
                w.changedBy,
                w.changedAt,
                figures,
                last.map(PublishedStateRepository.Line::number).orElse(null),
                last.map(PublishedStateRepository.Line::at).orElse(null),
                read.stream().map(r -> r.who).distinct().toList(),
                asked.stream().filter(a -> !a.answered(read)).map(a -> a.who).toList());
    }

    /**
     * Returns one as its writers see it.
     *
     * @throws Refusal if there is none
     */
    WriteUpView view(long id) {
        return view(entity(id));
    }

    WriteUpView view(WriteUpEntity w) {
        List<WriteUpReaderEntity> read = readers.findByWriteUpIdOrderByAt(w.id);
        return new WriteUpView(
                w.id,
                w.slug,
                w.title,
                w.line,
                w.modelId,
                w.modelId == null ? null : called(catalogue.model(w.modelId)),
                w.text,
                Json.read(w.verdict, new TypeReference<Verdict>() {}),
                Json.read(w.answers, new TypeReference<List<Answer>>() {}),
                figures.findByWriteUpIdOrderByNumber(w.id).stream()
                        .map(f -> view(f, w.text))
                        .toList(),
                remarks.findByWriteUpIdOrderByAt(w.id).stream()
                        .map(WriteUpRemarkEntity::view)
                        .toList(),
                read.stream()
                        .map(r -> new WriteUpView.Reader(r.who, r.at, !r.standsBy(w)))
                        .toList(),
                asked.findByWriteUpIdOrderByAt(w.id).stream()
                        .map(a -> new WriteUpView.AskedReader(a.who, a.askedBy, a.at, a.answered(read)))
                        .toList(),
                states.lines(List.of(w.id)).stream()
                        .map(s -> new StateLine(s.number(), s.at(), s.who(), s.revision(), s.changes()))
                        .toList(),
                w.state,
                w.madeBy,
                w.madeAt,
                w.changedBy,
                w.changedAt,
                w.edition);
    }

    private static FigureView view(WriteUpFigureEntity f, String text) {
        return new FigureView(
                f.number,
                f.source(),
                f.content(),
                f.putBy,
                f.putAt,
                Markdown.figures(text).contains(f.number),
                HungNumber.in(text).stream().anyMatch(n -> n.figure() == f.number),
                f.now(),
                f.nowRevision);
    }

    static String called(ModelView model) {
        return SetupLabel.called(model.maker(), model.name());
    }

    /**
     * Begins one.
     *
     * @throws RuleViolations if title or line are unfit
     */
    @Transactional
    WriteUpView begin(String title, String line, @Nullable Long modelId, String who) {
        requireSound(title, line, modelId);
        WriteUpEntity w = new WriteUpEntity(
                Slugs.of(title, "write-up", taken -> writeUps.existsBySlug(taken) || taken.equals("feed")),
                who,
                clock.instant());
        set(w, title, line, modelId, who);
        w.text = "";
        w.verdict = Json.write(modelId == null ? Verdict.NONE : verdictOf(catalogue.model(modelId)));
        w.answers = "[]";
        writeUps.saveAndFlush(w);
        note(w, "BEGUN", who, w.title);
        return view(w);
    }

    /** What is known for and against a model is where its verdict begins. */
    private static Verdict verdictOf(ModelView model) {
        return new Verdict(
                "",
                "",
                "",
                model.details().pros(),
                model.details().cons(),
                model.details().missing(),
                List.of());
    }

    /**
     * Keeps one as edited.
     *
     * @throws RuleViolations with every part that is unfit
     * @throws Refusal if another edition was kept meanwhile
     */
    @Transactional
    WriteUpView edit(long id, WriteUpEdit edit, String who) {
        WriteUpEntity w = entity(id);
        edit.sound();
        requireSound(edit.title(), edit.line(), edit.modelId());
        if (w.edition != edit.edition()) {
            throw Refusal.overtaken("this write-up", view(w));
        }
        set(w, edit.title(), edit.line(), edit.modelId(), who);
        w.text = edit.text();
        w.verdict = Json.write(edit.verdict());
        w.answers = Json.write(edit.answers());
        writeUps.flush();
        events.changed(LiveEvents.Topic.WRITE_UPS);
        return view(w);
    }

    private void set(WriteUpEntity w, String title, String line, @Nullable Long modelId, String who) {
        w.title = title.strip();
        w.line = line.strip();
        w.modelId = modelId;
        w.changedBy = who;
        w.changedAt = clock.instant();
    }

    /**
     * Throws a draft away that readers never saw.
     *
     * @throws Refusal if it was published once
     */
    @Transactional
    void throwAway(long id, String who) {
        WriteUpEntity w = entity(id);
        if (!states.lines(List.of(id)).isEmpty()) {
            throw Refusal.conflict("Readers have seen \"" + w.title + "\": it can be withdrawn, and stays on record.");
        }
        note(w, "THROWN_AWAY", who, w.title);
        writeUps.delete(w);
    }

    /**
     * Puts a figure in, as the next one at the end of the text, or in place of one that is there.
     *
     * @param number of the one whose place it takes; null for a new one
     * @throws RuleViolations if it draws nothing, or there are too many
     */
    @Transactional
    FigureView put(long id, @Nullable Integer number, FigureSource source, FigureContent content, String who) {
        WriteUpEntity w = entity(id);
        WriteUpFigureEntity figure = kept(w, number, source, content, who);
        if (number == null) {
            append(w, "::figure{number=" + figure.number + "}");
        }
        changed(w, who);
        note(
                w,
                number == null ? "FIGURE_PUT" : "FIGURE_RENEWED",
                who,
                "figure " + figure.number + ": " + figure.content().title());
        return view(figure, w.text);
    }

    /**
     * Puts a number of a figure at the end of the text. A figure that says the same numbers already is taken for it.
     *
     * @throws RuleViolations if the figure has no such number, or there are too many figures
     */
    @Transactional
    FigureView quote(long id, FigureSource source, FigureContent content, Quote.Wish wish, String who) {
        WriteUpEntity w = entity(id);
        Quote quote = Quote.of(content.numbers(), wish)
                .orElseThrow(() -> new RuleViolations("number", "is none that the figure has"));
        WriteUpFigureEntity figure = figures.findByWriteUpIdOrderByNumber(id).stream()
                .filter(f -> f.source().equals(source) && f.content().numbers().equals(content.numbers()))
                .findFirst()
                .orElseGet(() -> kept(w, null, source, content, who));
        append(w, new HungNumber(quote.text(), figure.number, wish).written());
        changed(w, who);
        note(w, "NUMBER_PUT", who, quote.text() + " of figure " + figure.number);
        return view(figure, w.text);
    }

    private static void append(WriteUpEntity w, String block) {
        w.text = (w.text.stripTrailing() + "\n\n" + block).stripLeading() + "\n";
    }

    private void changed(WriteUpEntity w, String who) {
        w.changedBy = who;
        w.changedAt = clock.instant();
        writeUps.flush();
    }

    private WriteUpFigureEntity kept(
            WriteUpEntity w, @Nullable Integer number, FigureSource source, FigureContent content, String who) {
        FigureContent clean = FigureRules.clean(source, content);
        long id = w.id;
        List<WriteUpFigureEntity> there = figures.findByWriteUpIdOrderByNumber(id);
        if (number == null && there.size() >= MOST_FIGURES) {
            throw new RuleViolations("number", "a write-up has at most " + MOST_FIGURES + " figures");
        }
        WriteUpFigureEntity figure = number == null
                ? new WriteUpFigureEntity(id, there.isEmpty() ? 1 : there.get(there.size() - 1).number + 1)
                : figures.findByWriteUpIdAndNumber(id, number)
                        .orElseThrow(() -> Refusal.notFound("It has no figure " + number + "."));
        figure.set(source, clean, revision.number(), who, clock.instant());
        return figures.saveAndFlush(figure);
    }

    WriteUpEntity entity(long id) {
        return writeUps.findById(id).orElseThrow(() -> Refusal.notFound("There is no write-up number " + id + "."));
    }

    void note(WriteUpEntity w, String what, String who, String reason) {
        history.add(Kind.WRITE_UP, w.id, what, who, reason);
        events.changed(LiveEvents.Topic.WRITE_UPS);
    }

    private void requireSound(String title, String line, @Nullable Long modelId) {
        List<RuleViolations.Violation> wrong = WriteUpEdit.faults(title, line);
        if (!wrong.isEmpty()) {
            throw new RuleViolations(wrong);
        }
        if (modelId != null) {
            catalogue.model(modelId);
        }
    }
}
