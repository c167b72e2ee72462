package app.yarrowmark.server.writeups;

import app.yarrowmark.core.claim.Claim;
import app.yarrowmark.core.claim.ClaimCheck;
import app.yarrowmark.core.claim.ClaimReader;
import app.yarrowmark.core.claim.Finding;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.suites.SuiteService;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Holds every typed number of a write-up against its figures, and against the scores of the devices that it names. */
@Service
@Transactional(readOnly = true)
class ClaimService {

    /** Under this, an answer says that a number is the writer's own. */
    static final String OWN = "own word: ";

    private static final int MOST_NAMED = 8;

    private final WriteUpService writeUps;
    private final CatalogueService catalogue;
    private final SuiteService suites;
    private final NamedScores scores;

    ClaimService(WriteUpService writeUps, CatalogueService catalogue, SuiteService suites, NamedScores scores) {
        this.writeUps = writeUps;
        this.catalogue = catalogue;
        this.suites = suites;
        this.scores = scores;
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

    /** Returns the typed numbers of a text, each once, in its order. Small counts, which are more words than numbers, only where they are found. */
    List<SaidNumber> claims(long id) {
        WriteUpView view = writeUps.view(id);
        Map<Integer, FigureContent> figures = new TreeMap<>();
        view.figures().stream().filter(f -> f.used() || f.quoted()).forEach(f -> figures.put(f.number(), f.content()));
        Set<String> own = new LinkedHashSet<>();
        view.answers().stream()
                .map(WriteUpView.Answer::caveat)
                .filter(c -> c.startsWith(OWN))
                .forEach(c -> own.add(c.substring(OWN.length())));
        String all = String.join("\n", paragraphs(view.text(), view.verdict()));
        ClaimCheck check = check(figures, scores.of(named(all, view.modelId())));
        Map<String, SaidNumber> claims = new LinkedHashMap<>();
        for (Finding found : typed(view.text(), view.verdict(), figures, check)) {
            if (found.standing() != Finding.Standing.UNKNOWN || !isSmallCount(found.claim())) {
                String text = found.claim().text().strip();
                claims.putIfAbsent(
                        text, new SaidNumber(text, found.standing(), own.contains(text), found.where(), found.words()));
            }
        }
        return List.copyOf(claims.values());
    }

    /** Returns what typed numbers of a text come to in its figures alone. */
    List<Finding> typed(String text, WriteUpView.Verdict verdict, Map<Integer, FigureContent> figures) {
        return typed(text, verdict, figures, check(figures, List.of()));
    }

    private List<Finding> typed(
            String text, WriteUpView.Verdict verdict, Map<Integer, FigureContent> figures, ClaimCheck check) {
        List<Finding> found = new ArrayList<>();
        for (String paragraph : paragraphs(text, verdict)) {
            new ClaimReader(names(paragraph, figures)).read(paragraph).forEach(claim -> found.add(check.of(claim)));
        }
        return found;
    }

    /** Returns what holds claims against figures first, then against other numbers. */
    ClaimCheck check(Map<Integer, FigureContent> figures, List<ClaimCheck.Sheet> more) {
        List<ClaimCheck.Sheet> sheets = new ArrayList<>();
        figures.forEach((number, f) -> sheets.add(new ClaimCheck.Sheet("figure " + number, f.numbers())));
        sheets.addAll(more);
        return new ClaimCheck(
                sheets, catalogue.models().stream().map(ModelView::name).toList());
    }

    /** The device that it is of, and those that its words name. */
    private List<ModelView> named(String text, @Nullable Long modelId) {
        String lower = text.toLowerCase(Locale.ROOT);
        return catalogue.models().stream()
                .filter(m -> Long.valueOf(m.id()).equals(modelId) || isNamed(lower, m))
                .limit(MOST_NAMED)
                .toList();
    }

    /** A name of two letters stands in many words: it counts with its maker's only. */
    private static boolean isNamed(String lower, ModelView model) {
        String name = model.name().length() > 2 ? model.name() : WriteUpService.called(model);
        return name.length() > 2 && lower.contains(name.toLowerCase(Locale.ROOT));
    }

    private static boolean isSmallCount(Claim claim) {
        return claim.kind() == Claim.Kind.COUNT && Math.abs(claim.value()) <= 20;
    }

    private static List<String> paragraphs(String text, WriteUpView.Verdict v) {
        Stream<String> typed =
                Markdown.blocks(text).stream().filter(b -> !b.isFigure()).map(b -> Markdown.typed(b.html()));
        Stream<String> verdict = Stream.of(
                        Stream.of(v.verdict(), v.forWhom(), v.notForWhom()),
                        v.pros().stream(),
                        v.cons().stream(),
                        v.lacks().stream())
                .flatMap(s -> s);
        return Stream.concat(verdict, typed).filter(t -> !t.isBlank()).toList();
    }

    /** Names that stand in a text: numbers in them are no claims. */
    private Set<String> names(String text, Map<Integer, FigureContent> figures) {
        String lower = text.toLowerCase(Locale.ROOT);
        Set<String> names = new LinkedHashSet<>();
        Stream.of(
                        catalogue.models().stream().map(ModelView::name),
                        suites.all().stream()
                                .map(s ->
                                        s.sheet().name() + " " + s.sheet().id().version()),
                        figures.values().stream()
                                .flatMap(f -> f.numbers().stream())
                                .flatMap(n -> Stream.of(n.subject(), n.of())))
                .flatMap(s -> s)
                // A name that is a number only would hide every such number.
                .filter(n -> n.length() > 1 && n.chars().anyMatch(Character::isLetter))
                .filter(n -> lower.contains(n.toLowerCase(Locale.ROOT)))
                .forEach(names::add);
        return names;
    }
}
