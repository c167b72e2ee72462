package app.yarrowmark.core.suite;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Follows units through a formula, as far as they can be followed: constants may carry any unit. */
final class FormulaUnits {

    private final Map<String, UnitCode> units;
    private final List<String> doubts = new ArrayList<>();

    private FormulaUnits(Map<String, UnitCode> units) {
        this.units = units;
    }

    /** Returns what looks wrong with the units of a formula, in words; empty if nothing does. */
    static List<String> doubts(Expression root, UnitCode declared, Map<String, UnitCode> units) {
        FormulaUnits walk = new FormulaUnits(units);
        Optional<UnitCode> result = walk.unit(root);
        if (walk.doubts.isEmpty()
                && result.isPresent()
                && !result.get().dimensions().equals(declared.dimensions())) {
            walk.doubts.add("comes out in " + name(result.get()) + ", and the metric is in " + name(declared));
        }
        return walk.doubts;
    }

    /** The unit of an expression; empty where a constant leaves it open. */
    private Optional<UnitCode> unit(Expression expression) {
        if (expression instanceof Expression.Key key) {
            return Optional.ofNullable(units.get(key.key()));
        }
        if (expression instanceof Expression.Binary binary) {
            return binary(binary);
        }
        if (expression instanceof Expression.Call call) {
            return alike(call.terms(), call.function().name().toLowerCase(java.util.Locale.ROOT) + " over");
        }
        return Optional.empty();
    }

    private Optional<UnitCode> binary(Expression.Binary binary) {
        if (binary.operator() == '+' || binary.operator() == '-') {
            return alike(List.of(binary.left(), binary.right()), binary.operator() == '+' ? "adds" : "subtracts");
        }
        // Products with constants carry whatever unit the constant was meant to have.
        unit(binary.left());
        unit(binary.right());
        return Optional.empty();
    }

    private Optional<UnitCode> alike(List<Expression> terms, String deed) {
        Optional<UnitCode> first = Optional.empty();
        boolean open = false;
        for (Expression term : terms) {
            Optional<UnitCode> next = unit(term);
            open |= next.isEmpty();
            if (first.isPresent()
                    && next.isPresent()
                    && !first.get().dimensions().equals(next.get().dimensions())) {
                doubts.add(deed + " " + name(first.get()) + " and " + name(next.get()));
            }
            first = first.or(() -> next);
        }
        return open ? Optional.empty() : first;
    }

    private static String name(UnitCode unit) {
        return unit.text().isEmpty() ? "plain numbers" : unit.text();
    }
}
