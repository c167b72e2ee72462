package app.yarrowmark.core.suite;

import app.yarrowmark.core.Maps;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;

/** A node of a parsed formula. */
sealed interface Expression {

    /** Returns the value; NaN or infinite where arithmetic has none. All keys must be present. */
    double value(Map<String, Double> values);

    /** Adds every metric key below this node. */
    void collectKeys(Set<String> into);

    record Constant(double number) implements Expression {
        @Override
        public double value(Map<String, Double> values) {
            return number;
        }

        @Override
        public void collectKeys(Set<String> into) {}
    }

    record Key(String key) implements Expression {
        @Override
        public double value(Map<String, Double> values) {
            return Maps.at(values, key);
        }

        @Override
        public void collectKeys(Set<String> into) {
            into.add(key);
        }
    }

    record Binary(char operator, Expression left, Expression right) implements Expression {
        @Override
        public double value(Map<String, Double> values) {
            double a = left.value(values);
            double b = right.value(values);
            return switch (operator) {
                case '+' -> a + b;
                case '-' -> a - b;
                case '*' -> a * b;
                case '/' -> a / b;
                case '^' -> Math.pow(a, b);
                default -> throw new IllegalStateException("no operator " + operator);
            };
        }

        @Override
        public void collectKeys(Set<String> into) {
            left.collectKeys(into);
            right.collectKeys(into);
        }
    }

    /** A function over weighted terms; weights are all positive. Totals are computed many thousand times in a breakdown. */
    record Call(Function function, List<Expression> terms, List<Double> weights) implements Expression {
        @Override
        public double value(Map<String, Double> values) {
            double[] x = new double[terms.size()];
            double[] w = new double[x.length];
            for (int i = 0; i < x.length; i++) {
                x[i] = terms.get(i).value(values);
                w[i] = weights.get(i);
            }
            return function.apply(x, w);
        }

        @Override
        public void collectKeys(Set<String> into) {
            terms.forEach(t -> t.collectKeys(into));
        }
    }

    /** The functions of the language. */
    enum Function {
        SUM,
        MEAN,
        GEOMEAN,
        HARMEAN,
        MEDIAN,
        MIN,
        MAX;

        /** Returns whether {@code 3*key} as a term means a weight here; in a sum it is plain multiplication. */
        boolean isWeighted() {
            return this == MEAN || this == GEOMEAN || this == HARMEAN || this == MEDIAN;
        }

        double apply(double[] x, double[] w) {
            double all = sum(w);
            return switch (this) {
                case SUM -> sum(x);
                case MIN -> Arrays.stream(x).min().orElse(Double.NaN);
                case MAX -> Arrays.stream(x).max().orElse(Double.NaN);
                case MEAN -> weightedSum(x, w) / all;
                case GEOMEAN -> Math.exp(weightedSum(each(x, Math::log), w) / all);
                case HARMEAN -> all / weightedSum(each(x, v -> 1 / v), w);
                case MEDIAN -> weightedMedian(x, w, all);
            };
        }

        private static double sum(double[] x) {
            double sum = 0;
            for (double v : x) {
                sum += v;
            }
            return sum;
        }

        private static double[] each(double[] x, DoubleUnaryOperator of) {
            double[] y = new double[x.length];
            for (int i = 0; i < x.length; i++) {
                y[i] = of.applyAsDouble(x[i]);
            }
            return y;
        }

        private static double weightedSum(double[] x, double[] w) {
            double sum = 0;
            for (int i = 0; i < x.length; i++) {
                sum += w[i] * x[i];
            }
            return sum;
        }

        /** The value where half of the weight lies on each side; the middle of the two if a boundary falls there. */
        private static double weightedMedian(double[] x, double[] w, double all) {
            int[] order = IntStream.range(0, x.length)
                    .boxed()
                    .sorted((a, b) -> Double.compare(x[a], x[b]))
                    .mapToInt(Integer::intValue)
                    .toArray();
            double below = 0;
            for (int i = 0; i < order.length; i++) {
                below += w[order[i]];
                if (below == all / 2 && i + 1 < order.length) {
                    return (x[order[i]] + x[order[i + 1]]) / 2;
                }
                if (below > all / 2) {
                    return x[order[i]];
                }
            }
            return Double.NaN;
        }
    }
}
