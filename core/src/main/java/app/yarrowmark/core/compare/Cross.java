package app.yarrowmark.core.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;

/**
 * Four that are every pair of two choices along two traits: two chips, each with two systems.
 *
 * @param rows traits that tell the rows apart; several where they change together
 * @param columns traits that tell the columns apart
 * @param cells numbers of the four, row by row; the one they are held against stands first
 */
public record Cross(List<String> rows, List<String> columns, List<Integer> cells) {

    private static final int FOUR = 4;

    /** Copies the lists. */
    public Cross {
        rows = List.copyOf(rows);
        columns = List.copyOf(columns);
        cells = List.copyOf(cells);
    }

    /**
     * Returns how four are crossed; empty if there are not four, or no two traits, or more than two, part them evenly.
     *
     * @param traits of each, by name; what one lacks parts nothing
     * @param first number of the one that the others are held against
     */
    public static Optional<Cross> of(List<? extends Map<String, String>> traits, int first) {
        if (traits.size() != FOUR) {
            return Optional.empty();
        }
        // By the number of the one that is with the first: so four fall into two pairs.
        Map<Integer, List<String>> partners = new TreeMap<>();
        for (String trait : traits.get(first).keySet()) {
            partner(traits, first, trait)
                    .ifPresent(p -> partners.computeIfAbsent(p, none -> new ArrayList<>())
                            .add(trait));
        }
        if (partners.size() != 2) {
            return Optional.empty();
        }
        List<Integer> two = List.copyOf(partners.keySet());
        int beside = two.get(0);
        int below = two.get(1);
        int across = IntStream.range(0, FOUR)
                .filter(i -> i != first && i != beside && i != below)
                .findFirst()
                .orElseThrow();
        return Optional.of(new Cross(
                Objects.requireNonNull(partners.get(beside)),
                Objects.requireNonNull(partners.get(below)),
                List.of(first, beside, below, across)));
    }

    /** The one that shares a trait with the first, where the other two share another value of it. */
    private static Optional<Integer> partner(List<? extends Map<String, String>> traits, int first, String trait) {
        List<String> values =
                traits.stream().map(t -> t.getOrDefault(trait, "")).toList();
        if (values.stream().anyMatch(String::isEmpty)
                || values.stream().distinct().count() != 2) {
            return Optional.empty();
        }
        List<Integer> with = IntStream.range(0, FOUR)
                .filter(i -> i != first && values.get(i).equals(values.get(first)))
                .boxed()
                .toList();
        return with.size() == 1 ? Optional.of(with.get(0)) : Optional.empty();
    }
}
