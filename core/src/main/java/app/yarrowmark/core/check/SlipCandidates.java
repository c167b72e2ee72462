package app.yarrowmark.core.check;

import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/** Every text from which one slip of the pen leads to the text that was typed. */
final class SlipCandidates {

    private final String typed;
    private final int decimals;
    private final Map<Slip, Set<String>> byKind = new EnumMap<>(Slip.class);

    private SlipCandidates(String typed, int decimals) {
        this.typed = typed;
        this.decimals = decimals;
    }

    /**
     * Returns the candidates by slip, without {@link Slip#SWAP}, which takes two fields.
     *
     * @param typed plain digits with at most one point
     * @param decimals most digits after the point that the field can have
     */
    static Map<Slip, Set<String>> of(String typed, int decimals) {
        SlipCandidates all = new SlipCandidates(typed, decimals);
        all.collect(Slip.TRANSPOSE, all::transposed);
        all.collect(Slip.DIGIT, all::replaced);
        all.collect(Slip.MISSING, all::inserted);
        all.collect(Slip.EXTRA, all::removed);
        all.collect(Slip.DECIMAL, all::moved);
        return all.byKind;
    }

    private void collect(Slip kind, Consumer<Consumer<String>> source) {
        Set<String> texts = new LinkedHashSet<>();
        source.accept(text -> {
            if (!text.equals(typed) && isWritable(text)) {
                texts.add(text);
            }
        });
        byKind.put(kind, texts);
    }

    private void transposed(Consumer<String> out) {
        for (int i = 0; i + 1 < typed.length(); i++) {
            char a = typed.charAt(i);
            char b = typed.charAt(i + 1);
            if (a != '.' && b != '.') {
                out.accept(typed.substring(0, i) + b + a + typed.substring(i + 2));
            }
        }
    }

    private void replaced(Consumer<String> out) {
        for (int i = 0; i < typed.length(); i++) {
            for (char c = '0'; c <= '9' && typed.charAt(i) != '.'; c++) {
                out.accept(typed.substring(0, i) + c + typed.substring(i + 1));
            }
        }
    }

    private void inserted(Consumer<String> out) {
        for (int i = 0; i <= typed.length(); i++) {
            for (char c = '0'; c <= '9'; c++) {
                out.accept(typed.substring(0, i) + c + typed.substring(i));
            }
        }
    }

    private void removed(Consumer<String> out) {
        for (int i = 0; i < typed.length(); i++) {
            if (typed.charAt(i) != '.') {
                out.accept(typed.substring(0, i) + typed.substring(i + 1));
            }
        }
    }

    private void moved(Consumer<String> out) {
        int point = typed.indexOf('.');
        String digits = typed.replace(".", "");
        int at = point < 0 ? typed.length() : point;
        for (int shift : new int[] {-2, -1, 1, 2}) {
            int to = at + shift;
            if (to > 0 && to < digits.length()) {
                out.accept(digits.substring(0, to) + "." + digits.substring(to));
            } else if (to >= digits.length()) {
                out.accept((digits + "0".repeat(to - digits.length())).replaceFirst("^0+(?=\\d)", ""));
            } else {
                out.accept("0." + "0".repeat(-to) + digits);
            }
        }
    }

    /** No leading zeros, no bare point, no more decimals than the field has, more than nothing. */
    private boolean isWritable(String text) {
        int point = text.indexOf('.');
        String whole = point < 0 ? text : text.substring(0, point);
        boolean leadingZero = whole.length() > 1 && whole.charAt(0) == '0';
        boolean bare = whole.isEmpty() || point == text.length() - 1;
        boolean tooFine = point >= 0 && text.length() - point - 1 > decimals;
        return !leadingZero && !bare && !tooFine && text.length() <= 15 && Double.parseDouble(text) > 0;
    }
}
