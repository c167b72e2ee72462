package app.yarrowmark.server.writeups;

import app.yarrowmark.core.claim.Claim;
import app.yarrowmark.core.claim.ClaimCheck;
import app.yarrowmark.core.claim.ClaimReader;
import app.yarrowmark.core.claim.Finding;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.suites.SuiteService;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Holds every number of a write-up's text against the figures that stand in it. */
@Service
@Transactional(readOnly = true)
class ClaimService {

    /** Under this, an answer says that a number is the writer's own. */
    static final String OWN = "own word: ";

    private final WriteUpService writeUps;
    private final CatalogueService catalogue;
    private final SuiteService suites;

    ClaimService(WriteUpService writeUps, CatalogueService catalogue, SuiteService suites) {
        this.writeUps = writeUps;
        this.catalogue = catalogue;
        this.suites = suites;
    }

    /**
     * A number that the text says.
     *
     * @param text as it is written
     * @param standing to what the figures say
     * @param own whether the writer said that it is their own word
     * @param where it stands, in words; empty where it stands nowhere
     * @param words what to say instead; empty where nothing is known
     */
    record SaidNumber(String text, Finding.Standing standing, boolean own, String where, String words) {}

    /** Returns the numbers of a text, each once, in its order. Small counts, which are more words than numbers, only where they are found. */
    List<SaidNumber> claims(long id) {
        WriteUpView view = writeUps.view(id);
        List<WriteUpView.FigureContent> figures = view.figures().stream()
                .filter(WriteUpView.FigureView::used)
                .map(WriteUpView.FigureView::content)
                .toList();
        ClaimCheck check = new ClaimCheck(figures.stream()
                .map(f -> new ClaimCheck.Sheet(f.title(), f.about(), f.table()))
                .toList());
        Set<String> own = new LinkedHashSet<>();
        view.answers().stream()
                .map(WriteUpView.Answer::caveat)
                .filter(c -> c.startsWith(OWN))
                .forEach(c -> own.add(c.substring(OWN.length())));
        Map<String, SaidNumber> claims = new LinkedHashMap<>();
        for (String paragraph : paragraphs(view)) {
            ClaimReader reader = new ClaimReader(names(paragraph, figures));
            for (Claim claim : reader.read(paragraph)) {
                Finding found = check.of(claim);
                if (found.standing() != Finding.Standing.UNKNOWN || !isSmallCount(claim)) {
                    String text = claim.text().strip();
                    claims.putIfAbsent(
                            text,
                            new SaidNumber(text, found.standing(), own.contains(text), found.where(), found.words()));
                }
            }
        }
        return List.copyOf(claims.values());
    }

    private static boolean isSmallCount(Claim claim) {
        return claim.kind() == Claim.Kind.COUNT && Math.abs(claim.value()) <= 20;
    }

    private static List<String> paragraphs(WriteUpView view) {
        Stream<String> text = Markdown.blocks(view.text()).stream()
                .filter(b -> !b.isFigure())
                .map(b -> Jsoup.parseBodyFragment(b.html()).text());
        WriteUpView.Verdict v = view.verdict();
        Stream<String> verdict = Stream.of(
                        Stream.of(v.verdict(), v.forWhom(), v.notForWhom()),
                        v.pros().stream(),
                        v.cons().stream(),
                        v.lacks().stream())
                .flatMap(s -> s);
        return Stream.concat(verdict, text).filter(t -> !t.isBlank()).toList();
    }

    /** Names that stand in a text: numbers in them are no claims. */
    private Set<String> names(String text, List<WriteUpView.FigureContent> figures) {
        String lower = text.toLowerCase(Locale.ROOT);
        Set<String> names = new LinkedHashSet<>();
        Stream.of(
                        catalogue.models().stream().map(ModelView::name),
                        suites.all().stream()
                                .map(s ->
                                        s.sheet().name() + " " + s.sheet().id().version()),
                        figures.stream()
                                .flatMap(f -> f.table().stream().skip(1).map(row -> row.isEmpty() ? "" : row.get(0))))
                .flatMap(s -> s)
                // A name that is a number only would hide every such number.
                .filter(n -> n.length() > 1 && n.chars().anyMatch(Character::isLetter))
                .filter(n -> lower.contains(n.toLowerCase(Locale.ROOT)))
                .forEach(names::add);
        return names;
    }
}
