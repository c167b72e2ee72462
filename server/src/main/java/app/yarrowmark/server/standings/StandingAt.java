package app.yarrowmark.server.standings;

import app.yarrowmark.server.problems.RuleViolations;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.core.ResolvableType;
import org.springframework.format.support.DefaultFormattingConversionService;
import org.springframework.stereotype.Component;
import org.springframework.util.LinkedMultiValueMap;
import org.springframework.util.MultiValueMap;
import org.springframework.validation.DataBinder;
import org.springframework.web.util.UriComponentsBuilder;
import org.springframework.web.util.UriUtils;

/** What the page of standings shows at an address of it. */
@Component
public class StandingAt {

    private final StandingsService standings;
    private final RankingService rankings;

    StandingAt(StandingsService standings, RankingService rankings) {
        this.standings = standings;
        this.rankings = rankings;
    }

    /**
     * What stands there: places, or one test's numbers in order.
     *
     * @param pool what is ranked, what narrows it and how scores are read, in words, each a part; empty where all is as usual
     */
    public record Shown(
            List<String> pool,
            @Nullable StandingsView places,
            @Nullable RankingView numbers) {}

    /**
     * Returns what is shown now.
     *
     * @param address from its question mark; empty for the page as it opens
     * @throws RuleViolations if it asks for what cannot be answered
     */
    public Shown at(String address) {
        MultiValueMap<String, String> asked = new LinkedMultiValueMap<>();
        UriComponentsBuilder.fromUriString(address)
                .build()
                .getQueryParams()
                .forEach((name, values) -> values.forEach(
                        v -> asked.add(name, v == null ? "" : UriUtils.decode(v, StandardCharsets.UTF_8))));
        String by = Optional.ofNullable(asked.getFirst("by")).orElse("places");
        if (by.equals("value")) {
            throw new RuleViolations(
                    "address", "shows performance for the price, which readers cannot be shown yet: choose places");
        }
        asked.remove("by");
        if (by.equals("steep")) {
            asked.add("steep", "true");
        }
        asked.values().forEach(v -> v.removeIf(String::isEmpty));
        if ("any".equals(asked.getFirst("kind"))) {
            asked.remove("kind");
        }
        StandingsQuestion question = read(asked, StandingsQuestion.class);
        String find = Optional.ofNullable(asked.getFirst("find")).orElse("");
        ShownRows rows = new ShownRows(null, null, find, asked.getFirst("sort"));
        boolean numbers = by.equals("number");
        return new Shown(
                PoolWords.of(question, find),
                numbers ? null : standings.standings(question, rows),
                numbers ? rankings.ranking(question, rows) : null);
    }

    private static <T> T read(MultiValueMap<String, String> asked, Class<T> type) {
        DataBinder binder = new DataBinder(null, "address");
        binder.setTargetType(ResolvableType.forClass(type));
        binder.setConversionService(new DefaultFormattingConversionService());
        binder.construct(new DataBinder.ValueResolver() {
            @Override
            public @Nullable Object resolveValue(String name, Class<?> wanted) {
                List<String> values = asked.get(name);
                return values == null || values.isEmpty() ? null : values.size() == 1 ? values.get(0) : values;
            }

            @Override
            public Set<String> getNames() {
                return asked.keySet();
            }
        });
        Object made = binder.getTarget();
        if (made == null || binder.getBindingResult().hasErrors()) {
            throw new RuleViolations("address", "asks for what there is not: open it and keep it anew");
        }
        return type.cast(made);
    }
}
