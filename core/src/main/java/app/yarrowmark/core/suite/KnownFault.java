package app.yarrowmark.core.suite;

import java.util.List;
import java.util.Optional;

/**
 * A metric known to be broken on some setups: it and every total that rests on it do not count there.
 *
 * @param metric key of the broken metric
 * @param where what must hold of the setup, all of it; empty for every setup
 * @param from first day it was broken, ISO 8601; always if empty
 * @param to last day it was broken; until now if empty
 * @param note what is wrong, in words
 */
public record KnownFault(
        String metric, List<FactCondition> where, Optional<String> from, Optional<String> to, String note) {

    /** Takes a copy of the conditions. */
    public KnownFault {
        where = List.copyOf(where);
    }

    /** Returns whether a run of that day (ISO 8601) lies in the time of the fault. */
    public boolean covers(String day) {
        return from.map(f -> f.compareTo(day) <= 0).orElse(true)
                && to.map(t -> t.compareTo(day) >= 0).orElse(true);
    }

    /**
     * Something that holds of a fact.
     *
     * @param key of the fact
     * @param comparison how
     * @param value against which
     */
    public record FactCondition(String key, Comparison comparison, String value) {}

    /** How a fact is held against a value. */
    public enum Comparison {
        IS("="),
        IS_NOT("!="),
        BELOW("<"),
        AT_MOST("<="),
        ABOVE(">"),
        AT_LEAST(">=");

        private final String sign;

        Comparison(String sign) {
            this.sign = sign;
        }

        /** Returns the sign used in sheets. */
        public String sign() {
            return sign;
        }
    }
}
