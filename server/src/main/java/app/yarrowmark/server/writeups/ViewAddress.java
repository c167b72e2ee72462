package app.yarrowmark.server.writeups;

import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Addresses of views that travel from desk to desk: the numbers of records in them are those of one desk, so they go along with
 * the names of what they stand for.
 */
@Component
class ViewAddress {

    private static final Pattern NUMBER = Pattern.compile(
            "(?<setup>(?<=setup[-=])\\d{1,18})|(?<model>(?<=model-|/models/)\\d{1,18})|(?<metric>(?<=[?&]test=)\\d{1,18})"
                    + "|(?<suite>(?<=[?&]suite=)\\d{1,18})");

    /** Who is in focus is a matter of what lies on a desk. */
    private static final Pattern FOCUS = Pattern.compile("(?<=[?&])focus=\\d+&?");

    private static final List<String> KINDS = List.of("setup", "model", "metric", "suite");

    private final CatalogueService catalogue;
    private final SetupService setups;
    private final SuiteService suites;

    ViewAddress(CatalogueService catalogue, SetupService setups, SuiteService suites) {
        this.catalogue = catalogue;
        this.setups = setups;
        this.suites = suites;
    }

    /** Returns the numbers of the setups that an address of this desk names, in its order. */
    static List<Long> setups(String address) {
        return NUMBER.matcher(address)
                .results()
                .filter(m -> kind(m).equals("setup"))
                .map(m -> Long.valueOf(m.group()))
                .distinct()
                .toList();
    }

    /** Returns the names of what the numbers in an address stand for, by kind and number such as {@code setup-12}. */
    Map<String, List<String>> names(String address) {
        Map<String, List<String>> names = new TreeMap<>();
        Matcher match = NUMBER.matcher(address);
        while (match.find()) {
            String kind = kind(match);
            name(kind, Long.parseLong(match.group())).ifPresent(n -> names.put(kind + "-" + match.group(), n));
        }
        return names;
    }

    /** Returns an address of another desk as one of this; empty if something that it shows is not here. */
    Optional<String> here(String address, Map<String, List<String>> names) {
        boolean[] missing = {false};
        String here = NUMBER.matcher(address).replaceAll(match -> {
            String kind = kind(match);
            Optional<Long> number =
                    Optional.ofNullable(names.get(kind + "-" + match.group())).flatMap(name -> number(kind, name));
            missing[0] |= number.isEmpty();
            return number.map(String::valueOf).orElse("0");
        });
        return missing[0]
                ? Optional.empty()
                : Optional.of(FOCUS.matcher(here).replaceAll("").replaceAll("[?&]$", ""));
    }

    private static String kind(MatchResult match) {
        return KINDS.stream()
                .filter(k -> match.start(KINDS.indexOf(k) + 1) >= 0)
                .findFirst()
                .orElseThrow();
    }

    private Optional<List<String>> name(String kind, long number) {
        try {
            return switch (kind) {
                case "setup" -> {
                    SetupView s = setups.view(number);
                    yield Optional.of(List.of(s.maker(), s.model(), s.unitLabel(), s.name()));
                }
                case "model" -> {
                    ModelView m = catalogue.model(number);
                    yield Optional.of(List.of(m.maker(), m.name()));
                }
                case "suite" ->
                    suites.all().stream()
                            .filter(s -> s.id() == number)
                            .map(ViewAddress::suiteName)
                            .findFirst();
                default ->
                    metrics()
                            .filter(m -> m.number() == number)
                            .map(Metric::name)
                            .findFirst();
            };
        } catch (Refusal gone) {
            return Optional.empty();
        }
    }

    private Optional<Long> number(String kind, List<String> name) {
        return switch (kind) {
            case "setup" ->
                models(name)
                        .flatMap(m -> m.units().stream())
                        .filter(u -> u.label().equals(name.get(2)))
                        .map(UnitView::id)
                        .flatMap(u -> setups.named(u, name.get(3)).stream())
                        .findFirst();
            case "model" -> models(name).map(ModelView::id).findFirst();
            case "suite" ->
                suites.all().stream()
                        .filter(s -> suiteName(s).equals(name))
                        .map(Suite::id)
                        .findFirst();
            default ->
                metrics().filter(m -> m.name().equals(name)).map(Metric::number).findFirst();
        };
    }

    private Stream<ModelView> models(List<String> name) {
        return catalogue.models().stream()
                .filter(m -> Objects.equals(m.maker(), name.get(0)) && m.name().equals(name.get(1)));
    }

    private static List<String> suiteName(Suite suite) {
        return List.of(suite.sheet().id().key(), suite.sheet().id().version());
    }

    private record Metric(List<String> name, long number) {}

    private Stream<Metric> metrics() {
        return suites.all().stream()
                .flatMap(s -> s.metricIds().entrySet().stream()
                        .map(m -> new Metric(
                                Stream.concat(suiteName(s).stream(), Stream.of(m.getKey()))
                                        .toList(),
                                m.getValue())));
    }
}
