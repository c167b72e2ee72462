package app.yarrowmark.server.catalogue;

import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What is known of a model beyond its name.
 *
 * @param prices as seen, each with its variant and day
 * @param specification what the maker says is in it, as facts
 * @param claims what the maker says it reaches
 * @param pros what speaks for it, in the reviewer's words
 * @param cons what speaks against it
 * @param missing what it lacks
 * @param tags words to gather models by
 */
public record ModelDetails(
        List<Price> prices,
        List<SpecLine> specification,
        List<Claim> claims,
        List<String> pros,
        List<String> cons,
        List<String> missing,
        List<String> tags) {

    /** Nothing known. */
    static final ModelDetails NONE =
            new ModelDetails(List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of());

    /**
     * A price.
     *
     * @param amount as written, with a point
     * @param currency three letters, ISO 4217
     * @param on the day it was seen
     * @param variant it is for; empty if there is only one
     */
    public record Price(String amount, String currency, LocalDate on, String variant) {}

    /** A fact of the specification. */
    public record SpecLine(String key, String value, String unit) {}

    /**
     * What the maker says a metric reaches.
     *
     * @param suite key of the suite whose metric it is, in any version
     * @param metric key
     * @param text the value as written
     * @param note the maker's conditions; may be empty
     */
    public record Claim(
            String suite,
            String metric,
            String text,
            @Nullable String note) {}

    /** Returns the same with nothing in place of what is null. */
    static ModelDetails whole(ModelDetails d) {
        return new ModelDetails(
                or(d.prices), or(d.specification), or(d.claims), or(d.pros), or(d.cons), or(d.missing), or(d.tags));
    }

    /** Returns the same with what only another knows behind it. */
    ModelDetails with(ModelDetails more) {
        return new ModelDetails(
                both(prices, more.prices),
                both(specification, more.specification),
                both(claims, more.claims),
                both(pros, more.pros),
                both(cons, more.cons),
                both(missing, more.missing),
                both(tags, more.tags));
    }

    private static <T> List<T> both(List<T> own, List<T> more) {
        return Stream.concat(own.stream(), more.stream()).distinct().toList();
    }

    private static <T> List<T> or(@Nullable List<T> list) {
        return list == null ? List.of() : List.copyOf(list);
    }
}
