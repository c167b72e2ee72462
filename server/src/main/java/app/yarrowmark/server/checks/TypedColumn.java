package app.yarrowmark.server.checks;

import app.yarrowmark.core.score.ReadingText;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.written.Marks;
import app.yarrowmark.core.written.Reading;
import app.yarrowmark.server.checks.CheckService.Typed;
import app.yarrowmark.server.checks.CheckViews.Understood;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * The texts of one repeat, read together: how the numbers of a column are marked is told by all of them.
 *
 * @param readings what could be read, by metric key
 * @param understood what it was read as, where the text is not plain digits
 * @param unreadable what could not be read, with the words why
 */
record TypedColumn(Map<String, Typed> readings, Map<String, Understood> understood, Map<String, String> unreadable) {

    static TypedColumn read(SuiteSheet sheet, Map<String, String> typed, Map<String, String> digits) {
        TypedColumn column = new TypedColumn(new LinkedHashMap<>(), new LinkedHashMap<>(), new LinkedHashMap<>());
        Marks.Choice choice = Marks.of(typed.values());
        for (Metric metric : sheet.metrics()) {
            String text = typed.getOrDefault(metric.key(), "").strip();
            if (!text.isEmpty()) {
                column.read(metric, text, digits.get(metric.key()), choice);
            }
        }
        return column;
    }

    private void read(Metric metric, String text, @Nullable String chosen, Marks.Choice choice) {
        try {
            Optional<Reading> alone = alone(metric, text);
            Reading reading = chosen != null
                    ? ReadingText.parse(metric, text, chosen)
                    : byColumn(metric, text, choice).or(() -> alone).orElseGet(() -> ReadingText.parse(metric, text));
            readings.put(metric.key(), new Typed(text, reading));
            if (!text.equals(reading.digits()) && metric.scale().isNumber()) {
                boolean marked = alone.filter(reading::equals).isEmpty();
                understood.put(metric.key(), new Understood(reading.digits(), other(metric, text, reading), marked));
            }
        } catch (IllegalArgumentException e) {
            unreadable.put(metric.key(), String.valueOf(e.getMessage()));
        }
    }

    /** What the text says by itself, if it says anything. */
    private static Optional<Reading> alone(Metric metric, String text) {
        try {
            return Optional.of(ReadingText.parse(metric, text));
        } catch (IllegalArgumentException unclear) {
            return Optional.empty();
        }
    }

    private static Optional<Reading> byColumn(Metric metric, String text, Marks.Choice choice) {
        boolean marked = text.indexOf('.') >= 0 || text.indexOf(',') >= 0;
        return marked && choice.sure() ? ReadingText.tried(metric, text, choice.marks()) : Optional.empty();
    }

    private static @Nullable String other(Metric metric, String text, Reading reading) {
        return Stream.of(Marks.values())
                .flatMap(marks -> ReadingText.tried(metric, text, marks).stream())
                .filter(r -> !r.equals(reading))
                .map(Reading::digits)
                .findFirst()
                .orElse(null);
    }
}
