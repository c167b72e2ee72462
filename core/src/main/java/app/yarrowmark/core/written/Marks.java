package app.yarrowmark.core.written;

import java.util.Collection;
import java.util.Optional;
import java.util.regex.Pattern;

/** Which mark stands before the decimals of a number; the other one may part its thousands. */
public enum Marks {
    /** {@code 1,204.5} and {@code 5,854}. */
    POINT('.', ','),
    /** {@code 1.204,5} and {@code 5.854}. */
    COMMA(',', '.');

    private static final Pattern MARK = Pattern.compile("[.,]");
    private static final Pattern NUMBER = Pattern.compile("[+\\-\u2212]?\\d[\\d.,' \u00a0\u2009\u202f\u2019]*");

    private final char decimal;
    private final char thousands;
    private final Pattern grouped;

    Marks(char decimal, char thousands) {
        this.decimal = decimal;
        this.thousands = thousands;
        this.grouped = Pattern.compile("\\d{1,3}(?:[" + thousands + "]\\d{3})+(?!\\d)");
    }

    /**
     * What the numbers of a column say of their marks.
     *
     * @param marks how they are to be read; {@link #POINT} where it makes no difference
     * @param sure whether no other way is possible; a person decides otherwise
     * @param mixed whether some can only be read the one way and some only the other
     */
    public record Choice(Marks marks, boolean sure, boolean mixed) {}

    /** Returns how the numbers of one column are to be read; texts that are no numbers say nothing. */
    public static Choice of(Collection<String> texts) {
        boolean onlyPoint = false;
        boolean onlyComma = false;
        boolean either = false;
        for (String text : texts) {
            Optional<String> number = numberOf(text);
            if (number.isEmpty()) {
                continue;
            }
            boolean point = POINT.fits(number.get());
            boolean comma = COMMA.fits(number.get());
            onlyPoint |= point && !comma;
            onlyComma |= comma && !point;
            either |= point && comma;
        }
        if (onlyPoint && onlyComma) {
            return new Choice(POINT, false, true);
        }
        return new Choice(onlyComma ? COMMA : POINT, onlyPoint || onlyComma || !either, false);
    }

    /** The number at the beginning of a text, if it has a mark in it. */
    private static Optional<String> numberOf(String text) {
        var match = NUMBER.matcher(text.strip());
        return match.lookingAt() && MARK.matcher(match.group()).find()
                ? Optional.of(match.group().strip())
                : Optional.empty();
    }

    /** Returns whether a number can be written so. */
    public boolean fits(String number) {
        int at = number.indexOf(decimal);
        String whole = at < 0 ? number : number.substring(0, at);
        String rest = at < 0 ? "" : number.substring(at + 1);
        boolean parts = whole.indexOf(thousands) < 0
                || grouped.matcher(whole.replaceFirst("^[+\\-\u2212]", "")).matches();
        return parts && rest.indexOf(decimal) < 0 && rest.indexOf(thousands) < 0;
    }

    /**
     * Returns a number so written with a decimal point and without thousands marks; blanks and apostrophes stay.
     *
     * @throws IllegalArgumentException if it cannot be written so
     */
    public String plain(String number) {
        if (!fits(number)) {
            throw new IllegalArgumentException("\"" + number + "\" is no number with a decimal "
                    + (this == POINT ? "point" : "comma") + ", as the others here have");
        }
        return number.replace(String.valueOf(thousands), "").replace(decimal, '.');
    }
}
