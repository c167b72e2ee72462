package app.yarrowmark.server.exchange;

import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * The setups that the lines of a table belong to: lines of one device with the same facts share one, others have one that
 * is named by what differs.
 */
final class FactSetups {

    private static final int LONGEST = 80;
    private static final int MOST_REMEMBERED = 5_000;

    private final SetupService setups;
    private final FactDictionary words;
    private final Map<String, List<Known>> byDevice = new HashMap<>();
    private final Map<String, Chosen> byName = new LinkedHashMap<>(64, .75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Chosen> eldest) {
            return size() > MOST_REMEMBERED;
        }
    };

    FactSetups(SetupService setups, FactDictionary words) {
        this.setups = setups;
        this.words = words;
    }

    /**
     * A setup of a line.
     *
     * @param id absent where it is to be made
     * @param parent name of the setup that it was changed from; absent for the first
     */
    record Chosen(String name, @Nullable Long id, @Nullable String parent) {}

    private record Known(Chosen setup, Map<String, String> facts) {}

    /**
     * Returns the setup of a line.
     *
     * @param device by which lines of one device are told
     * @param unit number of its unit, if it is there
     * @param name that the line or the whole table gives its setup
     * @param named whether the line itself names it, so that its facts do not
     */
    Chosen of(String device, Optional<Long> unit, String name, boolean named, Map<String, String> facts) {
        if (named || facts.isEmpty()) {
            return byName.computeIfAbsent(
                    device + "\t" + name.toLowerCase(Locale.ROOT),
                    k -> new Chosen(
                            name, unit.flatMap(u -> setups.named(u, name)).orElse(null), null));
        }
        List<Known> known = byDevice.computeIfAbsent(device, d -> there(unit));
        Optional<Known> same =
                known.stream().filter(k -> agrees(k.facts, facts)).findFirst();
        if (same.isPresent()) {
            facts.forEach(same.get().facts::putIfAbsent);
            return same.get().setup;
        }
        boolean first = known.isEmpty();
        String called = first ? name : free(known, difference(known.get(0).facts, facts));
        Chosen made = new Chosen(called, null, first ? null : known.get(0).setup.name());
        known.add(new Known(made, new LinkedHashMap<>(facts)));
        return made;
    }

    private List<Known> there(Optional<Long> unit) {
        List<Known> known = new ArrayList<>();
        unit.ifPresent(id -> setups.ofUnit(id).forEach(s -> known.add(known(s))));
        return known;
    }

    private static Known known(SetupView setup) {
        Map<String, String> facts = new LinkedHashMap<>();
        setup.facts().stream()
                .filter(f -> f.value() != null)
                .forEach(f -> facts.put(f.key(), (f.value() + " " + f.unit()).strip()));
        return new Known(new Chosen(setup.name(), setup.id(), null), facts);
    }

    private boolean agrees(Map<String, String> known, Map<String, String> said) {
        return said.entrySet().stream()
                .allMatch(e -> !known.containsKey(e.getKey()) || same(e.getKey(), known.get(e.getKey()), e.getValue()));
    }

    private boolean same(String key, String a, String b) {
        return words.same(FactLines.fact(key, a, words), FactLines.fact(key, b, words));
    }

    /** The values that are not as before, in the order of the columns. */
    private String difference(Map<String, String> before, Map<String, String> now) {
        String all = now.entrySet().stream()
                .filter(e -> !before.containsKey(e.getKey()) || !same(e.getKey(), before.get(e.getKey()), e.getValue()))
                .map(Map.Entry::getValue)
                .collect(Collectors.joining(", "));
        return all.length() <= LONGEST ? all : all.substring(0, LONGEST - 1) + "\u2026";
    }

    private static String free(List<Known> known, String name) {
        String unique = name;
        for (int n = 2; isTaken(known, unique); n++) {
            unique = name.substring(0, Math.min(name.length(), LONGEST - 4)) + " " + n;
        }
        return unique;
    }

    private static boolean isTaken(List<Known> known, String name) {
        return known.stream().anyMatch(k -> k.setup.name().equalsIgnoreCase(name));
    }
}
