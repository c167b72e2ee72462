package app.yarrowmark.server.exchange;

import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.core.written.Marks;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * A price as a table has it.
 *
 * @param amount plain digits
 * @param currency three letters, ISO 4217
 */
record PriceText(String amount, String currency) {

    private static final Map<String, String> SIGNS =
            Map.of("\u20ac", "EUR", "$", "USD", "\u00a3", "GBP", "\u00a5", "JPY", "", "EUR");
    private static final Pattern PRICE =
            Pattern.compile("([^\\d\\s]{0,3}) ?(\\d[\\d.,' \u00a0\u202f]*?) ?([^\\d\\s]{0,3})");

    /** @throws IllegalArgumentException if it is none */
    static PriceText read(String text, @Nullable Marks marks) {
        Matcher match = PRICE.matcher(text.strip());
        if (!match.matches()) {
            throw new IllegalArgumentException("is a price such as 560 \u20ac or 560 EUR, got \"" + text + "\"");
        }
        String sign = match.group(1).isEmpty() ? match.group(3) : match.group(1);
        String currency = SIGNS.getOrDefault(sign, sign);
        if (!currency.matches("[A-Z]{3}")) {
            throw new IllegalArgumentException(
                    "\"" + sign + "\" is no currency known here: write three letters, such as EUR");
        }
        String number = match.group(2);
        return new PriceText(DigitText.plain(marks == null ? number : marks.plain(number)), currency);
    }
}
