package app.yarrowmark.server.exchange;

import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactText;
import java.util.List;
import java.util.Map;

/** Facts that lines of a table say, as they are kept. */
final class FactLines {

    private FactLines() {}

    /** Returns them; what does not fit its type any more is kept as it stands. */
    static List<Fact> facts(Map<String, String> texts, FactDictionary words) {
        return texts.entrySet().stream()
                .map(e -> fact(e.getKey(), e.getValue(), words))
                .toList();
    }

    static Fact fact(String key, String text, FactDictionary words) {
        try {
            return FactText.read(words.get(key), text);
        } catch (IllegalArgumentException asItStands) {
            return Fact.typed(key, text, "");
        }
    }
}
