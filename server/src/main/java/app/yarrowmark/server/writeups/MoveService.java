package app.yarrowmark.server.writeups;

import app.yarrowmark.core.claim.Claim;
import app.yarrowmark.core.claim.ClaimCheck;
import app.yarrowmark.core.claim.Finding;
import app.yarrowmark.core.claim.Known;
import app.yarrowmark.core.claim.Quote;
import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.scorebook.ScoreRevision;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.FigureSource;
import app.yarrowmark.server.writeups.WriteUpView.State;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tells which numbers of a text, draft or published, the records no longer say. */
@Service
@Transactional(readOnly = true)
class MoveService {

    private final WriteUpService writeUps;
    private final WriteUpRepository records;
    private final WriteUpFigureRepository figures;
    private final PublishService publishing;
    private final ClaimService claims;
    private final ScoreRevision revision;
    private final LiveEvents events;
    private final NamedParameterJdbcTemplate jdbc;
    private final Clock clock;

    MoveService(
            WriteUpService writeUps,
            WriteUpRepository records,
            WriteUpFigureRepository figures,
            PublishService publishing,
            ClaimService claims,
            ScoreRevision revision,
            LiveEvents events,
            NamedParameterJdbcTemplate jdbc,
            Clock clock) {
        this.writeUps = writeUps;
        this.records = records;
        this.figures = figures;
        this.publishing = publishing;
        this.claims = claims;
        this.revision = revision;
        this.events = events;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** How a number that hangs on a figure stands to what is known now. */
    enum Holding {
        /** Its figure says what the text says, and its view does too. */
        HOLDS,
        /** Its figure says what the text says, and its view says another number now. */
        MOVED,
        /** The text says another number than its figure. */
        DIFFERS,
        /** Its figure, or the number in it, is not there. */
        GONE
    }

    /**
     * A number of a text that hangs on a figure.
     *
     * @param text as the text has it
     * @param about what hangs on it, in its directive
     * @param wish which number of the figure it is, and how it is put
     * @param words what it is, with base and interval
     * @param said what its figure says; absent where it says nothing of it
     * @param now what its view says now; absent where that is the same or unknown
     * @param within whether what it says now is within the interval of what its figure says; absent without an interval
     */
    record HeldNumber(
            String text,
            String about,
            int figure,
            Quote.Wish wish,
            String words,
            Holding holding,
            @Nullable String said,
            @Nullable String now,
            @Nullable Boolean within) {}

    /**
     * A figure whose view says other numbers now.
     *
     * @param changed how many of its numbers are others
     * @param of how many it has
     * @param why what happened to runs of its setups since it was put in, each with how often
     */
    record MovedFigure(int number, String title, int changed, int of, List<WhatHappened> why) {}

    /** What was done to runs, as their history calls it. */
    record WhatHappened(String what, long times) {}

    /**
     * What moved since a text was written.
     *
     * @param unseen figures that nobody looked at since the scores changed
     */
    record Moves(List<HeldNumber> numbers, List<MovedFigure> figures, int unseen) {}

    /** A figure whose view has to be looked at again. */
    record UnseenFigure(long writeUp, int number, FigureSource source) {}

    /**
     * Numbers of what readers see that the records do not say any more.
     *
     * @param changed a line for each: what readers see, and what is said now
     * @param numbers how many numbers hang on figures or were found in them when it was published
     * @param seen whether all its figures were looked at since the scores changed last
     */
    record PublishedMoves(long writeUp, List<String> changed, int numbers, boolean seen) {}

    /** Returns what moved since a draft was written. */
    Moves of(long id) {
        WriteUpEntity w = writeUps.entity(id);
        List<WriteUpFigureEntity> all = figures.findByWriteUpIdOrderByNumber(id);
        Map<Integer, FigureContent> kept = new TreeMap<>();
        Map<Integer, FigureContent> latest = new TreeMap<>();
        all.forEach(f -> {
            kept.put(f.number, f.content());
            latest.put(f.number, f.latest());
        });
        Set<Integer> needed = needed(w.text);
        long current = revision.number();
        return new Moves(
                HungNumber.in(w.text).stream().map(n -> held(n, kept, latest)).toList(),
                all.stream()
                        .filter(f -> needed.contains(f.number))
                        .flatMap(f -> moved(f).stream())
                        .toList(),
                (int) all.stream()
                        .filter(f -> needed.contains(f.number) && isBehind(f, current))
                        .count());
    }

    /** Figures that a text shows, or that its numbers hang on. */
    private static Set<Integer> needed(String text) {
        Set<Integer> needed = new TreeSet<>(Markdown.figures(text));
        HungNumber.in(text).forEach(n -> needed.add(n.figure()));
        return needed;
    }

    private static boolean isBehind(WriteUpFigureEntity f, long current) {
        return f.nowRevision < current;
    }

    /** Without a name nobody knows which figure of its view it is: it cannot be looked at. */
    private static boolean isUnseen(WriteUpFigureEntity f, long current) {
        return isBehind(f, current) && !f.name.isEmpty();
    }

    private static HeldNumber held(HungNumber n, Map<Integer, FigureContent> kept, Map<Integer, FigureContent> latest) {
        Optional<Quote> said = n.said(kept);
        Optional<Quote> now = n.said(latest);
        boolean moved = said.isPresent()
                && now.isPresent()
                && !now.get().text().equals(said.get().text());
        Holding holding = said.isEmpty() || now.isEmpty()
                ? Holding.GONE
                : !spaced(said.get().text()).equals(spaced(n.text()))
                        ? Holding.DIFFERS
                        : moved ? Holding.MOVED : Holding.HOLDS;
        return new HeldNumber(
                n.text(),
                n.about(),
                n.figure(),
                n.wish(),
                said.map(Quote::words).orElse(""),
                holding,
                said.map(Quote::text).orElse(null),
                moved ? now.map(Quote::text).orElse(null) : null,
                moved ? within(said.get(), now.get()) : null);
    }

    private static @Nullable Boolean within(Quote said, Quote now) {
        return said.low() == null || said.high() == null
                ? null
                : (Boolean) (now.value() >= said.low() && now.value() <= said.high());
    }

    /** Blanks that do not break are typed as others. */
    private static String spaced(String text) {
        return text.replaceAll("[\\s\u00a0\u2009\u202f]+", " ").strip();
    }

    private Optional<MovedFigure> moved(WriteUpFigureEntity f) {
        FigureContent now = f.now();
        if (now == null) {
            return Optional.empty();
        }
        FigureContent kept = f.content();
        Set<String> says = now.numbers().stream().map(MoveService::told).collect(Collectors.toSet());
        int changed = (int)
                kept.numbers().stream().filter(k -> !says.contains(told(k))).count();
        if (changed == 0
                && now.numbers().size() == kept.numbers().size()
                && now.notes().equals(kept.notes())
                && now.caveats().equals(kept.caveats())) {
            return Optional.empty();
        }
        return Optional.of(
                new MovedFigure(f.number, kept.title(), changed, kept.numbers().size(), why(f)));
    }

    /** What a number says, to the digits that are shown. */
    private static String told(Known k) {
        return String.join("\n", k.of(), k.subject(), k.base(), k.text());
    }

    /** What happened to runs of the setups in its address, or to any where it names none. */
    private List<WhatHappened> why(WriteUpFigureEntity f) {
        List<Long> setups = ViewAddress.setups(f.address);
        // Runs that came since, however they came; then what was done to those that were there.
        String mine = " and (:all or r.setup_id in (:setups))";
        return jdbc.query(
                "select r.state, count(*) from run r where r.received_at > :at" + mine + " group by r.state union all"
                        + " select e.what, count(distinct e.record_id) from record_event e"
                        + " join run r on r.id = cast(e.record_id as uuid)"
                        + " where e.kind = 'RUN' and e.at > :at and r.received_at <= :at" + mine + " group by e.what",
                Map.of("at", f.putAt, "all", setups.isEmpty(), "setups", setups.isEmpty() ? List.of(0L) : setups),
                (row, i) -> new WhatHappened(row.getString(1), row.getLong(2)));
    }

    /** Returns figures that texts need and that nobody looked at since the scores changed, the last changed texts first. */
    List<UnseenFigure> unseen() {
        long current = revision.number();
        List<UnseenFigure> unseen = new ArrayList<>();
        for (WriteUpEntity w : records.findAllByOrderByChangedAtDesc()) {
            if (w.state != State.WITHDRAWN) {
                Set<Integer> needed = needed(w.text);
                figures.findByWriteUpIdOrderByNumber(w.id).stream()
                        .filter(f -> needed.contains(f.number) && isUnseen(f, current))
                        .forEach(f -> unseen.add(new UnseenFigure(w.id, f.number, f.source())));
            }
        }
        return unseen;
    }

    /** Keeps what the view of a figure says now. */
    @Transactional
    void seen(long id, int number, FigureContent content) {
        WriteUpFigureEntity f = figures.findByWriteUpIdAndNumber(id, number)
                .orElseThrow(() -> Refusal.notFound("It has no figure " + number + "."));
        // The title is the writer's.
        FigureContent clean =
                FigureRules.clean(f.source(), content).called(f.content().title());
        f.seen(clean, revision.number(), Instant.now(clock));
        figures.flush();
        events.changed(LiveEvents.Topic.WRITE_UPS);
    }

    /** Returns, for each write-up that readers see, which of its numbers no longer hold. */
    List<PublishedMoves> published() {
        long current = revision.number();
        return publishing.published().stream().map(s -> published(s, current)).toList();
    }

    private PublishedMoves published(PublishService.Seen seen, long current) {
        List<WriteUpFigureEntity> all = figures.findByWriteUpIdOrderByNumber(seen.writeUp().id);
        Map<Integer, FigureContent> then = seen.content().figures();
        Map<Integer, FigureContent> latest = new TreeMap<>();
        all.stream().filter(f -> then.containsKey(f.number)).forEach(f -> latest.put(f.number, f.latest()));
        List<String> changed = new ArrayList<>();
        int numbers = 0;
        for (HungNumber n : HungNumber.in(seen.content().text())) {
            Optional<Quote> said = n.said(then);
            Optional<Quote> now = n.said(latest);
            numbers++;
            if (said.isPresent() && !said.map(Quote::text).equals(now.map(Quote::text))) {
                changed.add(n.text() + " → " + now.map(Quote::text).orElse("not there any more"));
            }
        }
        ClaimCheck check = claims.check(latest, List.of());
        for (Finding before : claims.typed(seen.content().text(), seen.content().verdict(), then)) {
            if (before.standing() == Finding.Standing.FOUND) {
                numbers++;
                Claim claim = before.claim();
                if (check.of(claim).standing() != Finding.Standing.FOUND) {
                    changed.add(claim.text().strip() + " is not what is said now");
                }
            }
        }
        boolean isSeen = all.stream().noneMatch(f -> then.containsKey(f.number) && isBehind(f, current));
        return new PublishedMoves(seen.writeUp().id, changed, numbers, isSeen);
    }
}
