package app.yarrowmark.workloads;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/**
 * Every measurement of one metric.
 *
 * @param metric key in the sheet
 * @param values in order, in the metric's unit
 * @param marks a letter for each: {@code w} warm-up, {@code c} counted, {@code d} disturbed
 */
public record Measured(String metric, List<Double> values, String marks) {

    /** @throws IllegalArgumentException unless there is a mark for each value */
    public Measured {
        if (values.size() != marks.length()) {
            throw new IllegalArgumentException(values.size() + " values and " + marks.length() + " marks");
        }
        values = List.copyOf(values);
    }

    /** Returns the median of the undisturbed counted values; of all counted ones if every one was disturbed. */
    public double value() {
        List<Double> counted = only('c');
        return median(counted.isEmpty() ? only('d') : counted);
    }

    /** Returns whether at least half of the counted iterations were undisturbed. */
    public boolean isSound() {
        return only('c').size() * 2 >= only('c').size() + only('d').size();
    }

    /** Returns how many iterations were disturbed. */
    public int disturbed() {
        return only('d').size();
    }

    /** Returns this with the measurements of another process behind it. */
    public Measured and(Measured next) {
        List<Double> both = new ArrayList<>(values);
        both.addAll(next.values);
        return new Measured(metric, both, marks + next.marks);
    }

    /**
     * Returns by how much the counted values change from the first to the last by least squares, as a share of their mean;
     * 0 for fewer than three.
     */
    public double slope() {
        List<Double> counted = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            if (marks.charAt(i) != 'w') {
                counted.add(values.get(i));
            }
        }
        return counted.size() < 3 ? 0 : slope(counted);
    }

    static double slope(List<Double> values) {
        double mean = values.stream().mapToDouble(Double::doubleValue).average().orElseThrow();
        double middle = (values.size() - 1) / 2.0;
        double across = 0;
        double along = 0;
        for (int i = 0; i < values.size(); i++) {
            across += (i - middle) * values.get(i);
            along += (i - middle) * (i - middle);
        }
        return across / along * (values.size() - 1) / mean;
    }

    private List<Double> only(char mark) {
        List<Double> chosen = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            if (marks.charAt(i) == mark) {
                chosen.add(values.get(i));
            }
        }
        return chosen;
    }

    private static double median(List<Double> values) {
        List<Double> sorted = new ArrayList<>(values);
        Collections.sort(sorted);
        int half = sorted.size() / 2;
        return sorted.size() % 2 == 1 ? sorted.get(half) : (sorted.get(half - 1) + sorted.get(half)) / 2;
    }
}
