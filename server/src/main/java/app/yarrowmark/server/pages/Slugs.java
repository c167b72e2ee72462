package app.yarrowmark.server.pages;

import java.text.Normalizer;
import java.util.Locale;
import java.util.function.Predicate;

/** Last parts of public addresses. */
public final class Slugs {

    private static final int LONGEST = 70;

    private Slugs() {}

    /**
     * Returns the words of a title as an address has them: {@code a-small-box}; numbered where that is taken.
     *
     * @param instead of a title without letters
     */
    public static String of(String title, String instead, Predicate<String> taken) {
        String plain = Normalizer.normalize(title, Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        String base = plain.isEmpty()
                ? instead
                : plain.substring(0, Math.min(LONGEST, plain.length())).replaceAll("-$", "");
        String slug = base;
        for (int i = 2; taken.test(slug); i++) {
            slug = base + "-" + i;
        }
        return slug;
    }
}
