package app.yarrowmark.core.setup;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Order of version numbers as people mean it: 4.9 before 4.10, 4.1 and 4.1.0 the same. */
public final class Versions {

    private static final Pattern PART = Pattern.compile("\\d+|[^\\d\\s._+-]+");

    private Versions() {}

    /**
     * Compares two versions part by part: numbers by size, words by letter (case does not matter), a number after a
     * word, and trailing zeros do not count. A word that only one has comes first, so that {@code 5-beta} is before 5.
     */
    public static int compare(String a, String b) {
        List<String> left = parts(a);
        List<String> right = parts(b);
        for (int i = 0; i < Math.max(left.size(), right.size()); i++) {
            int order = compareParts(i < left.size() ? left.get(i) : "", i < right.size() ? right.get(i) : "");
            if (order != 0) {
                return order;
            }
        }
        return 0;
    }

    private static int compareParts(String a, String b) {
        boolean aNumber = a.isEmpty() || Character.isDigit(a.charAt(0));
        boolean bNumber = b.isEmpty() || Character.isDigit(b.charAt(0));
        if (aNumber != bNumber) {
            return aNumber ? 1 : -1;
        }
        if (!aNumber) {
            return a.compareTo(b);
        }
        String x = a.replaceFirst("^0+", "");
        String y = b.replaceFirst("^0+", "");
        return x.length() == y.length() ? x.compareTo(y) : Integer.compare(x.length(), y.length());
    }

    private static List<String> parts(String version) {
        List<String> parts = new ArrayList<>();
        Matcher matcher = PART.matcher(version.toLowerCase(Locale.ROOT));
        while (matcher.find()) {
            parts.add(matcher.group());
        }
        return parts;
    }
}
