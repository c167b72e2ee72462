package app.yarrowmark.core.check;

import java.util.Map;

/**
 * A change of what was typed with which everything adds up.
 *
 * @param slip what would have gone wrong
 * @param texts new text by metric key; two for {@link Slip#SWAP}, else one
 * @param logScore logarithm of how likely it is, up to a constant
 * @param share how likely beside the other corrections of the same total, 0 to 1
 */
public record Correction(Slip slip, Map<String, String> texts, double logScore, double share) {

    /** Takes a copy of the texts. */
    public Correction {
        texts = Map.copyOf(texts);
    }

    Correction withShare(double newShare) {
        return new Correction(slip, texts, logScore, newShare);
    }
}
