package app.yarrowmark.server.standings;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.rank.EfficientFront;
import app.yarrowmark.core.rank.Place;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelDetails.Price;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.standings.ValueView.CostChoice;
import app.yarrowmark.server.standings.ValueView.NoCost;
import app.yarrowmark.server.standings.ValueView.ValueLine;
import app.yarrowmark.server.subjects.Pool;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectScores;
import app.yarrowmark.server.suites.SuiteService;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Performance for the price or for the watt, and which subjects nobody beats in both. */
@Service
class ValueService {

    private static final String PRICE = "price";

    private final FitKeeper keeper;
    private final StandingsService standings;
    private final CatalogueService catalogue;
    private final SetupLabels setupLabels;
    private final SetupFacts setupFacts;
    private final SuiteService suites;

    ValueService(
            FitKeeper keeper,
            StandingsService standings,
            CatalogueService catalogue,
            SetupLabels setupLabels,
            SetupFacts setupFacts,
            SuiteService suites) {
        this.keeper = keeper;
        this.standings = standings;
        this.catalogue = catalogue;
        this.setupLabels = setupLabels;
        this.setupFacts = setupFacts;
        this.suites = suites;
    }

    /** A cost, or why there is none. */
    private record Cost(
            double amount,
            String unit,
            String said,
            @Nullable LocalDate on,
            @Nullable String why) {

        static Cost none(String why) {
            return new Cost(Double.NaN, "", "", null, why);
        }
    }

    /**
     * Returns performance for what it costs.
     *
     * @param cost {@code price}, or the number of a metric in watts; null for the price
     */
    ValueView value(StandingsQuestion question, @Nullable String cost) {
        StandingsService.Answer answer = standings.answer(question);
        PoolFits fits = answer.fits();
        String asked = cost == null ? PRICE : cost;
        List<CostChoice> choices = choices(fits);
        Function<Subject, Cost> costOf = asked.equals(PRICE) ? prices() : watts(keeper.test(number(asked)), fits);
        if (answer.ranked().isEmpty()) {
            return new ValueView(asked, "", choices, List.of(), List.of());
        }
        StandingsService.Ranked main = answer.ranked().get(0);
        List<Cost> costs = main.subjects().stream()
                .map(s -> costOf.apply(fits.pool().get(s)))
                .toList();
        String unit = usual(costs);
        List<NoCost> without = new ArrayList<>();
        List<Place> places = new ArrayList<>();
        for (Place p : answer.places()) {
            Cost c = costs.get(p.subject());
            if (c.why == null && c.unit.equals(unit)) {
                places.add(p);
            } else {
                without.add(new NoCost(
                        StandingsService.view(fits, main.subjects().get(p.subject())),
                        c.why == null ? "priced in " + c.unit : c.why));
            }
        }
        return new ValueView(asked, unit, choices, lines(places, costs, main, answer.hundred(), fits), without);
    }

    private static long number(String cost) {
        try {
            return Long.parseLong(cost);
        } catch (NumberFormatException e) {
            throw new RuleViolations("cost", "is price or the number of a metric in watts, got \"" + cost + "\"");
        }
    }

    private static List<ValueLine> lines(
            List<Place> places, List<Cost> costs, StandingsService.Ranked main, int reference, PoolFits fits) {
        int[] beaten = EfficientFront.beatenBy(
                places.stream().mapToDouble(Place::index).toArray(),
                places.stream().mapToDouble(p -> costs.get(p.subject()).amount).toArray());
        return IntStream.range(0, places.size())
                .mapToObj(i -> {
                    Place p = places.get(i);
                    Cost c = costs.get(p.subject());
                    int by = beaten[i];
                    boolean exact = p.subject() == reference;
                    return new ValueLine(
                            StandingsService.view(fits, main.subjects().get(p.subject())),
                            p.index(),
                            exact ? null : p.low(),
                            exact ? null : p.high(),
                            c.amount,
                            c.said,
                            c.on,
                            p.index() / c.amount * (c.unit.equals("W") ? 1 : 100),
                            by == EfficientFront.NOBODY,
                            by == EfficientFront.NOBODY
                                    ? null
                                    : fits.pool()
                                            .get(main.subjects()
                                                    .get(places.get(by).subject()))
                                            .text());
                })
                .sorted(Comparator.comparingDouble(l -> -l.forEach()))
                .toList();
    }

    /** The unit most costs are in; prices in others are not converted. */
    private static String usual(List<Cost> costs) {
        return costs.stream()
                .filter(c -> c.why == null)
                .collect(Collectors.groupingBy(Cost::unit, Collectors.counting()))
                .entrySet()
                .stream()
                .max(Map.Entry.<String, Long>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                .map(Map.Entry::getKey)
                .orElse("");
    }

    private List<CostChoice> choices(PoolFits fits) {
        return Stream.concat(
                        Stream.of(new CostChoice(PRICE, "price")),
                        suites.all().stream()
                                .flatMap(s -> s.sheet().metrics().stream()
                                        .filter(m -> m.unit().equals("W") && m.better() == Direction.LOWER)
                                        .map(m -> new TestColumn(s, m)))
                                .filter(t -> !fits.scores()
                                        .column(t.metricId())
                                        .scores()
                                        .isEmpty())
                                .map(t -> new CostChoice(
                                        String.valueOf(t.metricId()),
                                        "watts, " + t.metric().name().toLowerCase(Locale.ROOT))))
                .toList();
    }

    /** The newest price of the unit's own variant; else the newest of the model. */
    private Function<Subject, Cost> prices() {
        Map<Long, ModelView> models =
                catalogue.models().stream().collect(Collectors.toMap(ModelView::id, Function.identity()));
        Map<Long, SetupLabel> labels = setupLabels.all();
        return subject -> {
            if (subject.model() == null || subject.setup() == null) {
                return Cost.none("it is of several models");
            }
            ModelView model = Maps.at(models, subject.model());
            String unit = Maps.at(labels, subject.setup()).unit();
            String variant = model.units().stream()
                    .filter(u -> u.label().equals(unit))
                    .map(u -> u.variant())
                    .findFirst()
                    .orElse("");
            return model.details().prices().stream()
                    .max(Comparator.comparing((Price p) -> p.variant().equalsIgnoreCase(variant))
                            .thenComparing(Price::on))
                    .map(p -> new Cost(
                            Pool.amount(p),
                            p.currency(),
                            p.variant().equalsIgnoreCase(variant) || p.variant().isEmpty()
                                    ? p.variant()
                                    : p.variant() + ", another variant",
                            p.on(),
                            null))
                    .orElseGet(() -> Cost.none("no price is known"));
        };
    }

    private Function<Subject, Cost> watts(TestColumn test, PoolFits fits) {
        SubjectScores scores = new SubjectScores(fits.scores(), catalogue, setupFacts);
        return subject -> scores.of(subject, test)
                .map(f -> new Cost(
                        f.score().value(),
                        "W",
                        test.suite().sheet().name() + ", "
                                + test.metric().name().toLowerCase(Locale.ROOT),
                        null,
                        null))
                .orElseGet(() -> Cost.none("its watts were not measured"));
    }
}
