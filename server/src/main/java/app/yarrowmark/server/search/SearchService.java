package app.yarrowmark.server.search;

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

    SearchService(
            CatalogueService catalogue, SetupService setups, SuiteService suites, FactService facts, RunService runs) {
        this.catalogue = catalogue;
        this.setups = setups;
        this.suites = suites;
        this.facts = facts;
        this.runs = runs;
    }

    /** What a hit is. */
    enum Kind {
        MODEL,
        UNIT,
        SETUP,
        PART,
        SUITE,
        FACT,
        RUN
    }

    /**
     * Something found.
     *
     * @param address of the page that shows it, from the root
     */
    record Hit(Kind kind, String title, String about, String address) {}

    private record Ranked(Hit hit, int rank) {}

    List<Hit> find(String text) {
        List<String> words = words(text);
        if (words.isEmpty()) {
            return List.of();
        }
        List<Ranked> found = new ArrayList<>();
        models(words, found);
        setups(words, found);
        suites(words, found);
        parts(words, found);
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

    private void models(List<String> words, List<Ranked> found) {
        for (ModelView m : catalogue.models()) {
            String title = m.maker() + " " + m.name();
            String kind = m.kind().name().toLowerCase(Locale.ROOT);
            String about = m.year() == null ? kind : kind + ", " + m.year();
            String more = about + " " + String.join(" ", m.details().tags());
            offer(words, new Hit(Kind.MODEL, title, about, "/catalogue/models/" + m.id()), more, found);
            m.units()
                    .forEach(u -> offer(
                            words,
                            new Hit(
                                    Kind.UNIT,
                                    title + ", unit " + u.label(),
                                    u.variant(),
                                    "/catalogue/models/" + m.id()),
                            u.origin(),
                            found));
        }
    }

    private void setups(List<String> words, List<Ranked> found) {
        for (SetupLabel s : setups.labels().values()) {
            offer(
                    words,
                    new Hit(
                            Kind.SETUP,
                            s.maker() + " " + s.model() + ", " + s.name(),
                            "setup of unit " + s.unit(),
                            "/catalogue/models/" + s.modelId() + "?setup=" + s.setupId()),
                    s.tuned() ? "tuned" : "as shipped",
                    found);
        }
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

    private static Hit hit(RunDetail d) {
        String why = d.run().reason() != null ? d.run().reason() : d.note();
        return new Hit(
                Kind.RUN,
                d.suite() + " " + d.version() + " on " + d.setup().model(),
                why == null ? "" : why,
                "/ledger?run=" + d.run().id());
    }

    private static void offer(List<String> words, Hit hit, String more, List<Ranked> found) {
        List<String> title = words(hit.title());
        List<String> all = new ArrayList<>(title);
        all.addAll(words(hit.about() + " " + more));
        if (words.stream().allMatch(w -> begins(all, w))) {
            boolean inTitle = words.stream().allMatch(w -> begins(title, w));
            boolean whole = words.stream().allMatch(title::contains);
            found.add(new Ranked(hit, whole ? 0 : inTitle ? 1 : 2));
        }
    }

    private static boolean begins(List<String> all, String word) {
        return all.stream().anyMatch(w -> w.startsWith(word));
    }

    private static List<String> words(String text) {
        return Arrays.stream(text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\d.]+"))
                .filter(w -> !w.isEmpty())
                .limit(MOST_WORDS)
                .toList();
    }
}
