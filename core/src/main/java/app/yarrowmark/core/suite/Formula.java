package app.yarrowmark.core.suite;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeSet;

/**
 * How a total follows from other metrics of its sheet: numbers, metric keys, {@code + - * / ^}, parentheses, and
 * {@code sum mean geomean harmean median min max(…)}. Inside a mean {@code 3*key} gives the term the weight 3.
 *
 * <p>Example: {@code 1000 * geomean(pack.one/41.2, 2*spectra.one/95)}.
 */
public final class Formula {

    private final String text;
    private final Expression root;
    private final Set<String> keys;

    private Formula(String text, Expression root) {
        this.text = text;
        this.root = root;
        Set<String> found = new TreeSet<>();
        root.collectKeys(found);
        this.keys = Set.copyOf(found);
    }

    /**
     * Returns the formula a text stands for.
     *
     * @throws FormulaException if the text is no formula; it carries the column, counted from 1
     */
    public static Formula parse(String text) {
        return new Formula(text, new FormulaParser(text).parse());
    }

    /** Returns the metric keys that it uses. */
    public Set<String> keys() {
        return keys;
    }

    /**
     * Returns the value for the given metrics, or empty if one that it uses is missing or the result is not a finite
     * number (a division by zero, a mean of logarithms of a negative).
     */
    public OptionalDouble evaluate(Map<String, Double> values) {
        if (!values.keySet().containsAll(keys)) {
            return OptionalDouble.empty();
        }
        double result = root.value(values);
        return Double.isFinite(result) ? OptionalDouble.of(result) : OptionalDouble.empty();
    }

    /**
     * Returns what looks wrong with the units, in words: different ones added up, or a result that is not in the unit
     * declared. Empty if nothing does, or where a constant leaves it open.
     *
     * @param declared unit of the total
     * @param units by metric key
     */
    public List<String> unitDoubts(UnitCode declared, Map<String, UnitCode> units) {
        return FormulaUnits.doubts(root, declared, units);
    }

    /** Returns the text as it was written. */
    @Override
    public String toString() {
        return text;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Formula formula && formula.text.equals(text);
    }

    @Override
    public int hashCode() {
        return text.hashCode();
    }
}
