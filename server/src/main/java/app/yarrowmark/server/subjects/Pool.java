package app.yarrowmark.server.subjects;

import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.catalogue.ModelDetails.Price;
import app.yarrowmark.server.catalogue.ModelFilter;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.setups.SetupLabel;
import org.jspecify.annotations.Nullable;

/**
 * Which setups are held against each other.
 *
 * @param kind of device; null for all
 * @param yearFrom first year of the model; null for any
 * @param yearTo last year
 * @param priceTo at least one variant of the model costs no more, in whatever currency it is priced; null for any
 * @param maker null for all
 * @param tag of the model; null for all
 * @param tuned whether tuned setups are among them
 * @param origin whether lists from elsewhere are
 */
public record Pool(
        @Nullable DeviceKind kind,
        @Nullable Integer yearFrom,
        @Nullable Integer yearTo,
        @Nullable Double priceTo,
        @Nullable String maker,
        @Nullable String tag,
        Tuned tuned,
        Origin origin) {

    /** Whether setups that were tuned count. */
    public enum Tuned {
        SHIPPED,
        TUNED,
        BOTH
    }

    /** Whose measurements count. */
    public enum Origin {
        OWN,
        ELSEWHERE,
        BOTH
    }

    /** Everything of a kind of device, tuned or not, measured here or elsewhere. */
    public static Pool ofKind(@Nullable DeviceKind kind) {
        return new Pool(kind, null, null, null, null, null, Tuned.BOTH, Origin.BOTH);
    }

    /** Returns whether a setup is in it, as far as its own label tells. */
    boolean has(SetupLabel label) {
        return (kind == null || label.kind().equals(kind))
                && (maker == null || label.maker().equalsIgnoreCase(maker))
                && (tuned == Tuned.BOTH || label.tuned() == (tuned == Tuned.TUNED))
                && (origin == Origin.BOTH || label.origin().isEmpty() == (origin == Origin.OWN));
    }

    /** Returns whether it asks for more than a setup's label tells. */
    boolean asksOfModels() {
        return yearFrom != null || yearTo != null || priceTo != null || tag != null;
    }

    /** Returns whether a model is in it; one whose year or price is not known is not in a pool that asks for it. */
    boolean has(ModelView model) {
        return new ModelFilter(null, kind, maker, tag, yearFrom, yearTo, priceTo).has(model);
    }

    /** Returns the amount of a price as a number. */
    public static double amount(Price price) {
        return DigitText.parse(price.amount()).value();
    }
}
