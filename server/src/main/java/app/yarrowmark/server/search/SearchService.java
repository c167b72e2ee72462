package app.yarrowmark.server.search;

import app.yarrowmark.server.boards.BoardService;
import app.yarrowmark.server.boards.BoardView;
import app.yarrowmark.server.catalogue.CatalogueRevision;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.facts.FactKeyView;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.runs.RunService;
import app.yarrowmark.server.runs.RunViews.RunDetail;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Finds records of which every word asked for begins some word; those that have them in the title come first. */
@Service
class SearchService {

    private static final int MOST = 24;
    private static final int MOST_WORDS = 200;

    private final CatalogueService catalogue;
    private final SetupService setups;
    private final SuiteService suites;
    private final FactService facts;
    private final RunService runs;
    private final BoardService boards;
    private final CatalogueRevision.Remembered<List<Entry>> devices;

    SearchService(
            CatalogueService catalogue,
            SetupService setups,
            SuiteService suites,
            FactService facts,
            RunService runs,
            BoardService boards,
            CatalogueRevision revision) {
        this.catalogue = catalogue;
        this.setups = setups;
        this.suites = suites;
        this.facts = facts;
        this.runs = runs;
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

    /**
     * Something found.
     *
     * @param address of the page that shows it, from the root
     */
    record Hit(Kind kind, String title, String about, String address) {}

    private record Ranked(Hit hit, int rank) {}

    /** What may be found, with the words it is found by. */
    private record Entry(Hit hit, List<String> title, List<String> more) {

        static Entry of(Hit hit, String more) {
            return new Entry(hit, words(hit.title()), words(hit.about() + " " + more));
        }

        void offer(List<String> wanted, List<Ranked> found) {
            boolean inTitle = wanted.stream().allMatch(w -> begins(title, w));
            if (inTitle || wanted.stream().allMatch(w -> begins(title, w) || begins(more, w))) {
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
        devices.get().forEach(e -> e.offer(words, found));
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
        runs.withWords(words).stream()
                .limit(MOST - (long) hits.size())
                .map(SearchService::hit)
                .forEach(hits::add);
        return hits;
    }

    private List<Entry> devices() {
        List<Entry> all = new ArrayList<>();
        for (ModelView m : catalogue.models()) {
            String title = m.maker() + " " + m.name();
            String address = "/catalogue/models/" + m.id();
            String kind = m.kind().name().toLowerCase(Locale.ROOT);
            String about = m.year() == null ? kind : kind + ", " + m.year();
            String tags = String.join(" ", m.details().tags());
            all.add(Entry.of(new Hit(Kind.MODEL, title, about, address), about + " " + tags));
            m.units()
                    .forEach(u -> all.add(Entry.of(
                            new Hit(Kind.UNIT, title + ", unit " + u.label(), u.variant(), address), u.origin())));
        }
        for (SetupLabel s : setups.labels().values()) {
            String title = s.maker() + " " + s.model() + ", " + s.name();
            String address = "/catalogue/setups/" + s.setupId();
            all.add(Entry.of(
                    new Hit(Kind.SETUP, title, "setup of unit " + s.unit(), address),
                    s.tuned() ? "tuned" : "as shipped"));
        }
        return all;
    }

    private void suites(List<String> words, List<Ranked> found) {
        for (Suite s : suites.all()) {
            String metrics = s.sheet().metrics().stream().map(m -> m.name()).collect(Collectors.joining(" "));
            offer(
                    words,
                    new Hit(
                            Kind.SUITE,
                            s.sheet().name() + " " + s.sheet().id().version(),
                            s.sheet().metrics().size() + " metrics",
                            "/catalogue/suites/" + s.id()),
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
                    new Hit(Kind.FACT, k.words(), k.key(), "/catalogue?tab=facts#" + k.key()),
                    k.key().replace('.', ' '),
                    found);
        }
        setups.partValues()
                .forEach(v -> offer(
                        words,
                        new Hit(
                                Kind.PART,
                                v.value(),
                                names.getOrDefault(v.key(), v.key()) + " of " + v.setups() + " setups",
                                "/catalogue/facts?key=" + v.key() + "&value="
                                        + URLEncoder.encode(v.value(), StandardCharsets.UTF_8)),
                        names.getOrDefault(v.key(), v.key()),
                        found));
    }

    private void kept(List<String> words, List<Ranked> found) {
        for (BoardView b : boards.all()) {
            String page = b.page().path().substring(1).replace('-', ' ');
            offer(
                    words,
                    new Hit(
                            Kind.BOARD,
                            b.name(),
                            "kept view of " + page,
                            b.page().path() + b.address()),
                    "",
                    found);
        }
    }

    private static Hit hit(RunDetail d) {
        String why = d.run().reason() != null ? d.run().reason() : d.note();
        return new Hit(
                Kind.RUN,
                d.suite() + " " + d.version() + " on " + d.setup().model(),
                why == null ? "" : why,
                "/ledger?run=" + d.run().id());
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
