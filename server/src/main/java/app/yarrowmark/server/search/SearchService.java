package app.yarrowmark.server.search;

import app.yarrowmark.core.Maps;
import app.yarrowmark.server.boards.BoardService;
import app.yarrowmark.server.boards.BoardView;
import app.yarrowmark.server.catalogue.CatalogueRevision;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.facts.FactKeyView;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.runs.Ledger;
import app.yarrowmark.server.runs.Ledger.Remark;
import app.yarrowmark.server.runs.RunReadings;
import app.yarrowmark.server.runs.RunReadings.Attempts;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Finds records of which every word asked for begins some word; those that have them in the title come first. */
@Service
class SearchService {

    private static final int MOST = 24;
    private static final int MOST_SETUPS = 200;
    private static final int MOST_WORDS = 200;

    private final CatalogueService catalogue;
    private final SetupLabels setupLabels;
    private final SetupFacts setupFacts;
    private final SuiteService suites;
    private final FactService facts;
    private final RunReadings runs;
    private final Ledger ledger;
    private final BoardService boards;
    private final CatalogueRevision.Remembered<Devices> devices;

    SearchService(
            CatalogueService catalogue,
            SetupLabels setupLabels,
            SetupFacts setupFacts,
            SuiteService suites,
            FactService facts,
            RunReadings runs,
            Ledger ledger,
            BoardService boards,
            CatalogueRevision revision) {
        this.catalogue = catalogue;
        this.setupLabels = setupLabels;
        this.setupFacts = setupFacts;
        this.suites = suites;
        this.facts = facts;
        this.runs = runs;
        this.ledger = ledger;
        this.boards = boards;
        this.devices = revision.remember(this::devices);
    }

    /** What a hit is. */
    enum Kind {
        MODEL,
        UNIT,
        SETUP,
        PART,
        SUITE,
        FACT,
        BOARD,
        RUN
    }

    /** Something found, and where it is shown. */
    record Hit(Kind kind, String title, String about, Place place) {}

    /** What is found by the name of a device; the setups by their number too. */
    private record Devices(List<Entry> all, Map<Long, Entry> setups) {}

    private record Ranked(Hit hit, int rank) {}

    /** What may be found, with the words it is found by. */
    private record Entry(Hit hit, List<String> title, List<String> more) {

        static Entry of(Hit hit, String more) {
            return new Entry(hit, words(hit.title()), words(hit.about() + " " + more));
        }

        boolean has(String word) {
            return begins(title, word) || begins(more, word);
        }

        void offer(List<String> wanted, List<Ranked> found) {
            boolean inTitle = wanted.stream().allMatch(w -> begins(title, w));
            if (inTitle || wanted.stream().allMatch(this::has)) {
                boolean whole = inTitle && wanted.stream().allMatch(title::contains);
                found.add(new Ranked(hit, whole ? 0 : inTitle ? 1 : 2));
            }
        }
    }

    @Transactional(readOnly = true)
    public List<Hit> find(String text) {
        List<String> words = words(text);
        if (words.isEmpty()) {
            return List.of();
        }
        List<Ranked> found = new ArrayList<>();
        Devices known = devices.get();
        known.all.forEach(e -> e.offer(words, found));
        suites(words, found);
        parts(words, found);
        kept(words, found);
        List<Hit> hits = new ArrayList<>(found.stream()
                .sorted(Comparator.comparingInt(Ranked::rank)
                        .thenComparing(r -> r.hit.kind())
                        .thenComparing(r -> r.hit.title()))
                .map(Ranked::hit)
                .limit(MOST)
                .toList());
        Stream.concat(runsByName(words, known.setups).stream(), remarks(words, known.setups).stream())
                .limit(MOST - (long) hits.size())
                .forEach(hits::add);
        return hits;
    }

    /** Runs of a suite on a setup that have the words between them, some in the name of each. */
    private List<Hit> runsByName(List<String> words, Map<Long, Entry> setupEntries) {
        List<Hit> hits = new ArrayList<>();
        for (Suite s : suites.all()) {
            List<String> title = words(title(s));
            List<String> rest = words.stream().filter(w -> !begins(title, w)).toList();
            if (rest.isEmpty() || rest.size() == words.size()) {
                continue;
            }
            List<Long> bearers = setupEntries.entrySet().stream()
                    .filter(e -> rest.stream().allMatch(w -> e.getValue().has(w)))
                    .map(Map.Entry::getKey)
                    .limit(MOST_SETUPS)
                    .toList();
            for (Attempts a : runs.attemptsAt(s.id(), bearers)) {
                Hit setup = Maps.at(setupEntries, a.setupId()).hit;
                hits.add(new Hit(
                        Kind.RUN,
                        title(s) + " on " + setup.title(),
                        (a.count() == 1 ? "one run, " : a.count() + " runs, ") + setup.about(),
                        new Place.RunsPlace(s.id(), a.setupId())));
            }
        }
        return hits;
    }

    /** Runs with a word in their note or reason, and the others there or in the name of suite or setup. */
    private List<Hit> remarks(List<String> words, Map<Long, Entry> setupEntries) {
        Map<Long, String> titles = suites.all().stream().collect(Collectors.toMap(Suite::id, SearchService::title));
        List<Hit> hits = new ArrayList<>();
        for (Remark r : ledger.remarks(words)) {
            Entry setup = setupEntries.get(r.setupId());
            String suite = titles.getOrDefault(r.suiteId(), "");
            List<String> own = words(r.text() + " " + suite);
            if (setup != null && words.stream().allMatch(w -> begins(own, w) || setup.has(w))) {
                hits.add(
                        new Hit(Kind.RUN, suite + " on " + setup.hit.title(), r.text(), new Place.RunPlace(r.runId())));
            }
        }
        return hits;
    }

    private static String title(Suite suite) {
        return suite.sheet().name() + " " + suite.sheet().id().version();
    }

    private Devices devices() {
        List<Entry> all = new ArrayList<>();
        Map<Long, Entry> bySetup = new LinkedHashMap<>();
        for (ModelView m : catalogue.models()) {
            String title = SetupLabel.called(m.maker(), m.name());
            Place place = new Place.ModelPlace(m.id());
            String kind = m.kind().words();
            String about = m.year() == null ? kind : kind + ", " + m.year();
            String tags = String.join(" ", m.details().tags());
            all.add(Entry.of(new Hit(Kind.MODEL, title, about, place), about + " " + tags));
            m.units()
                    .forEach(u -> all.add(
                            Entry.of(new Hit(Kind.UNIT, title + ", unit " + u.label(), u.variant(), place), "")));
        }
        for (SetupLabel s : setupLabels.all().values()) {
            String title = SetupLabel.called(s.maker(), s.model()) + ", " + s.name();
            Entry entry = Entry.of(
                    new Hit(Kind.SETUP, title, "setup of unit " + s.unit(), new Place.SetupPlace(s.setupId())),
                    (s.tuned() ? "tuned " : "as shipped ") + s.origin());
            all.add(entry);
            bySetup.put(s.setupId(), entry);
        }
        return new Devices(all, bySetup);
    }

    private void suites(List<String> words, List<Ranked> found) {
        for (Suite s : suites.all()) {
            String metrics = s.sheet().metrics().stream().map(m -> m.name()).collect(Collectors.joining(" "));
            offer(
                    words,
                    new Hit(
                            Kind.SUITE,
                            title(s),
                            s.sheet().metrics().size() + " metrics",
                            new Place.SuitePlace(s.id())),
                    s.sheet().about() + " " + metrics + " " + s.sheet().group(),
                    found);
        }
    }

    private void parts(List<String> words, List<Ranked> found) {
        Map<String, String> names = new HashMap<>();
        for (FactKeyView k : facts.all()) {
            names.put(k.key(), k.words());
            offer(
                    words,
                    new Hit(Kind.FACT, k.words(), k.key(), new Place.FactPlace(k.key())),
                    k.key().replace('.', ' '),
                    found);
        }
        setupFacts
                .partValues()
                .forEach(v -> offer(
                        words,
                        new Hit(
                                Kind.PART,
                                v.value(),
                                names.getOrDefault(v.key(), v.key()) + " of " + v.setups() + " setups",
                                new Place.PartPlace(v.key(), v.value())),
                        names.getOrDefault(v.key(), v.key()),
                        found));
    }

    private void kept(List<String> words, List<Ranked> found) {
        for (BoardView b : boards.all()) {
            offer(
                    words,
                    new Hit(
                            Kind.BOARD,
                            b.name(),
                            "kept view of " + b.page().words(),
                            new Place.BoardPlace(b.page(), b.address())),
                    "",
                    found);
        }
    }

    private static void offer(List<String> words, Hit hit, String more, List<Ranked> found) {
        Entry.of(hit, more).offer(words, found);
    }

    private static boolean begins(List<String> all, String word) {
        for (String w : all) {
            if (w.startsWith(word)) {
                return true;
            }
        }
        return false;
    }

    private static List<String> words(String text) {
        return Arrays.stream(text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\d.]+"))
                .filter(w -> !w.isEmpty())
                .limit(MOST_WORDS)
                .toList();
    }
}
