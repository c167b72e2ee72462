package app.yarrowmark.server.writeups;

import app.yarrowmark.core.claim.Known;
import app.yarrowmark.core.claim.Quote;
import app.yarrowmark.core.claim.Quote.As;
import app.yarrowmark.core.claim.Quote.Wish;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A number of a text that hangs on a figure, written {@code :number[29 %]{figure=1 of="…" subject="…" base="…" as=gain}}.
 *
 * @param text as it stands in the text
 * @param figure by its number
 * @param wish which number of the figure it is, and how it is put
 */
record HungNumber(String text, int figure, Wish wish) {

    /** Its words, and what hangs on them. */
    static final Pattern NUMBER = Pattern.compile(":number\\[([^\\]\\[]{1,80})]\\{([^{}]{0,2000})}");

    private static final Pattern PART = Pattern.compile("(\\w+)=(?:\"([^\"]*)\"|([^\\s\"]+))");

    /** What would end a part of it, and how it is written instead. */
    private static final Map<String, String> WRITTEN =
            Map.of("&", "&amp;", "\"", "&quot;", "{", "&#123;", "}", "&#125;");

    /** Returns those of a text, in its order; one whose parts cannot be read hangs on nothing. */
    static List<HungNumber> in(String text) {
        List<HungNumber> numbers = new ArrayList<>();
        Matcher match = NUMBER.matcher(text);
        while (match.find()) {
            numbers.add(of(match.group(1), match.group(2)));
        }
        return numbers;
    }

    private static HungNumber of(String text, String about) {
        Map<String, String> parts = new HashMap<>();
        Matcher part = PART.matcher(about);
        while (part.find()) {
            parts.put(part.group(1), read(part.group(2) == null ? part.group(3) : part.group(2)));
        }
        try {
            As as = As.valueOf(parts.getOrDefault("as", "value").toUpperCase(Locale.ROOT));
            String digits = parts.get("digits");
            return new HungNumber(
                    text,
                    Integer.parseInt(parts.getOrDefault("figure", "0")),
                    new Wish(
                            parts.getOrDefault("of", ""),
                            parts.getOrDefault("subject", ""),
                            parts.getOrDefault("base", ""),
                            as,
                            digits == null ? null : Integer.valueOf(digits)));
        } catch (IllegalArgumentException e) {
            return new HungNumber(text, 0, new Wish("", "", "", As.VALUE, null));
        }
    }

    private static String read(String part) {
        String read = part;
        for (String plain : List.of("\"", "{", "}", "&")) {
            read = read.replace(WRITTEN.getOrDefault(plain, plain), plain);
        }
        return read;
    }

    private static String quoted(String part) {
        String written = part;
        for (String plain : List.of("&", "\"", "{", "}")) {
            written = written.replace(plain, WRITTEN.getOrDefault(plain, plain));
        }
        return "\"" + written + "\"";
    }

    /** Returns it as it stands in a text. */
    String written() {
        return ":number[" + text + "]{" + about() + "}";
    }

    /** Returns what hangs on its words. */
    String about() {
        return "figure=" + figure + " of=" + quoted(wish.of()) + " subject=" + quoted(wish.subject())
                + (wish.base().isEmpty() ? "" : " base=" + quoted(wish.base()))
                + " as=" + wish.as().name().toLowerCase(Locale.ROOT)
                + (wish.digits() == null ? "" : " digits=" + wish.digits());
    }

    /** Returns what figures say of it; empty if they do not have it. */
    Optional<Quote> said(Map<Integer, FigureContent> figures) {
        FigureContent content = figures.get(figure);
        List<Known> known = content == null ? List.of() : content.numbers();
        return Quote.of(known, wish);
    }
}
