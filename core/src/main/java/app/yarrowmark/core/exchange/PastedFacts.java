package app.yarrowmark.core.exchange;

import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactKey;
import app.yarrowmark.core.setup.FactText;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads what a system printed about itself against the dictionary: lines of a name and a value, parted by a colon, an equals
 * sign, a tab or blanks. It proposes; a person accepts.
 */
public final class PastedFacts {

    private static final int LONGEST = 200_000;
    private static final int MOST_LEFT = 200;
    private static final Pattern LINE = Pattern.compile(
            "\\s*[|*\\-\u2022]?\\s*\"?([^:=\\t|\"]{2,60}?)\"?\\s*(?:[:=|\\t]|\\s{2,})\\s*(.*?)\\s*[|,;]?\\s*");

    private PastedFacts() {}

    /**
     * A fact that a line says.
     *
     * @param line from 1
     * @param key in the dictionary
     * @param text as it stands there
     */
    public record FactProposal(int line, String key, String text) {}

    /**
     * A line that nothing was made of.
     *
     * @param reason why, where the name is known and the value does not fit; empty otherwise
     * @param name what a line in the form of a fact calls it, where no fact is called so; empty otherwise
     * @param value what it says of that; empty without a name
     */
    public record FactLeftover(int line, String text, String reason, String name, String value) {

        private FactLeftover(int line, String text, String reason) {
            this(line, text.strip(), reason, "", "");
        }
    }

    /** What came of a text. */
    public record ReadFacts(List<FactProposal> proposals, List<FactLeftover> leftovers) {}

    /**
     * Returns what a text says; of two lines for one fact the first counts.
     *
     * @throws IllegalArgumentException if it is longer than 200,000 characters
     */
    public static ReadFacts read(FactDictionary words, String text) {
        if (text.length() > LONGEST) {
            throw new IllegalArgumentException(
                    "the text has " + text.length() + " characters; at most " + LONGEST + " are read");
        }
        List<FactProposal> proposals = new ArrayList<>();
        List<FactLeftover> leftovers = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        String[] lines = text.split("\\R", -1);
        for (int i = 0; i < lines.length; i++) {
            read(words, i + 1, lines[i], seen, proposals, leftovers);
        }
        return new ReadFacts(
                proposals, leftovers.size() > MOST_LEFT ? List.copyOf(leftovers.subList(0, MOST_LEFT)) : leftovers);
    }

    private static void read(
            FactDictionary words,
            int line,
            String text,
            Set<String> seen,
            List<FactProposal> proposals,
            List<FactLeftover> leftovers) {
        if (text.isBlank()) {
            return;
        }
        Matcher match = LINE.matcher(text.length() > 2_000 ? text.substring(0, 2_000) : text);
        Optional<FactKey> key = match.matches() ? words.named(match.group(1)) : Optional.empty();
        if (key.isEmpty()) {
            boolean isOne = match.matches() && !match.group(2).isEmpty();
            leftovers.add(
                    isOne
                            ? new FactLeftover(
                                    line, text.strip(), "", match.group(1).strip(), unquoted(match.group(2)))
                            : new FactLeftover(line, text, ""));
            return;
        }
        try {
            String value = unquoted(match.group(2));
            Fact fact = FactText.read(key.get(), value);
            if (seen.add(fact.key())) {
                proposals.add(new FactProposal(line, fact.key(), value));
            } else {
                leftovers.add(new FactLeftover(line, text, key.get().words() + " stands on a line before it too"));
            }
        } catch (IllegalArgumentException e) {
            leftovers.add(new FactLeftover(line, text, String.valueOf(e.getMessage())));
        }
    }

    private static String unquoted(String value) {
        return value.length() > 1 && value.startsWith("\"") && value.endsWith("\"")
                ? value.substring(1, value.length() - 1)
                : value;
    }
}
