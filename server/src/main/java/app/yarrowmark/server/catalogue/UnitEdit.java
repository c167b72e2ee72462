package app.yarrowmark.server.catalogue;

import org.jspecify.annotations.Nullable;

/**
 * A unit as it should be.
 *
 * @param variant which variant of the model it is; absent or empty if there is only one
 * @param edition of the unit that was changed; another one kept meanwhile is not overwritten
 */
public record UnitEdit(String label, @Nullable String variant, int edition) {

    String variantText() {
        return variant == null ? "" : variant.strip();
    }
}
