package app.yarrowmark.server.catalogue;

import app.yarrowmark.core.written.DigitText;
import java.util.Arrays;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * Which models are looked at; what is absent leaves none out.
 *
 * @param find words that maker and name have, in any order and case
 * @param yearFrom first year of the model; one whose year is not known is left out
 * @param yearTo last year
 * @param priceTo at least one variant costs no more, in whatever currency it is priced; one whose price is not known is left
 *     out
 * @param tag of the model
 */
public record ModelFilter(
        @Nullable String find,
        @Nullable DeviceKind kind,
        @Nullable String maker,
        @Nullable String tag,
        @Nullable Integer yearFrom,
        @Nullable Integer yearTo,
        @Nullable Double priceTo) {

    /** Returns whether a model is among them. */
    public boolean has(ModelView model) {
        return (kind == null || model.kind().equals(kind))
                && (maker == null || model.maker().equalsIgnoreCase(maker))
                && (tag == null || model.details().tags().stream().anyMatch(tag::equalsIgnoreCase))
                && inTime(model.year())
                && (priceTo == null
                        || model.details().prices().stream()
                                .anyMatch(p -> DigitText.parse(p.amount()).value() <= priceTo))
                && called(model);
    }

    private boolean inTime(@Nullable Integer year) {
        return (yearFrom == null || (year != null && year >= yearFrom))
                && (yearTo == null || (year != null && year <= yearTo));
    }

    private boolean called(ModelView model) {
        if (find == null || find.isBlank()) {
            return true;
        }
        String name = (model.maker() + " " + model.name()).toLowerCase(Locale.ROOT);
        return Arrays.stream(find.strip().toLowerCase(Locale.ROOT).split("\\s+"))
                .allMatch(name::contains);
    }
}
