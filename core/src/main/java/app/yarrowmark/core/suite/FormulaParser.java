package app.yarrowmark.core.suite;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Recursive descent over the formula language; one method a rule, loosest binding first. */
final class FormulaParser {

    private static final int DEEPEST = 100;
    /** A sum is as deep a tree as it has terms, so its length is bounded too. */
    private static final int LONGEST = 2_000;

    private final String text;
    private int at;
    private int depth;

    FormulaParser(String text) {
        this.text = text;
    }

    Expression parse() {
        if (text.length() > LONGEST) {
            throw new FormulaException(
                    "a formula has at most " + LONGEST + " characters, got " + text.length(), LONGEST + 1);
        }
        Expression whole = sum();
        if (!atEnd()) {
            throw error("expected an operator, found \"" + text.charAt(at) + "\"");
        }
        return whole;
    }

    private Expression sum() {
        Expression left = product();
        while (peek('+') || peek('-')) {
            char operator = text.charAt(at++);
            left = new Expression.Binary(operator, left, product());
        }
        return left;
    }

    private Expression product() {
        Expression left = sign();
        while (peek('*') || peek('/')) {
            char operator = text.charAt(at++);
            left = new Expression.Binary(operator, left, sign());
        }
        return left;
    }

    /** A sign binds looser than a power: −a^2 is −(a^2). */
    private Expression sign() {
        if (peek('-')) {
            at++;
            return new Expression.Binary('-', new Expression.Constant(0), nested(this::sign));
        }
        return power();
    }

    /** Powers group to the right: a^b^c is a^(b^c). */
    private Expression power() {
        Expression base = primary();
        if (peek('^')) {
            at++;
            return new Expression.Binary('^', base, nested(this::sign));
        }
        return base;
    }

    private Expression primary() {
        if (peek('(')) {
            at++;
            Expression inside = nested(this::sum);
            expect(')');
            return inside;
        }
        if (atEnd()) {
            throw error("expected a number, a metric or \"(\", found the end");
        }
        char c = text.charAt(at);
        if (Character.isDigit(c) || c == '.') {
            return new Expression.Constant(number());
        }
        if (c >= 'a' && c <= 'z') {
            return named();
        }
        throw error("expected a number, a metric or \"(\", found \"" + c + "\"");
    }

    private Expression named() {
        int start = at;
        while (at < text.length() && isKeyPart(text.charAt(at))) {
            at++;
        }
        String name = text.substring(start, at);
        if (!peek('(')) {
            return new Expression.Key(name);
        }
        Expression.Function function = function(name, start);
        at++;
        return nested(() -> call(function));
    }

    private Expression call(Expression.Function function) {
        List<Expression> terms = new ArrayList<>();
        List<Double> weights = new ArrayList<>();
        do {
            weights.add(function.isWeighted() ? weight() : 1.0);
            terms.add(sum());
        } while (comma());
        expect(')');
        return new Expression.Call(function, terms, weights);
    }

    /** Reads {@code 3*} before a term, if it stands there; 1 otherwise. */
    private double weight() {
        skipBlanks();
        int start = at;
        if (at < text.length() && Character.isDigit(text.charAt(at))) {
            double weight = number();
            if (peek('*') && weight > 0) {
                at++;
                return weight;
            }
        }
        at = start;
        return 1;
    }

    private double number() {
        int start = at;
        while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) {
            at++;
        }
        try {
            return Double.parseDouble(text.substring(start, at));
        } catch (NumberFormatException e) {
            throw new FormulaException("\"" + text.substring(start, at) + "\" is no number", start + 1);
        }
    }

    private static Expression.Function function(String name, int start) {
        try {
            return Expression.Function.valueOf(name.toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw new FormulaException(
                    "there is no function " + name + " (sum, mean, geomean, harmean, median, min, max)", start + 1);
        }
    }

    private Expression nested(java.util.function.Supplier<Expression> rule) {
        if (++depth > DEEPEST) {
            throw error("nested deeper than " + DEEPEST);
        }
        Expression inside = rule.get();
        depth--;
        return inside;
    }

    private boolean comma() {
        if (peek(',')) {
            at++;
            return true;
        }
        return false;
    }

    private void expect(char wanted) {
        if (!peek(wanted)) {
            throw error("expected \"" + wanted + "\"");
        }
        at++;
    }

    private boolean peek(char wanted) {
        skipBlanks();
        return at < text.length() && text.charAt(at) == wanted;
    }

    private boolean atEnd() {
        skipBlanks();
        return at == text.length();
    }

    private void skipBlanks() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
            at++;
        }
    }

    private static boolean isKeyPart(char c) {
        return c >= 'a' && c <= 'z' || c >= '0' && c <= '9' || c == '_' || c == '.';
    }

    private FormulaException error(String message) {
        return new FormulaException(message, at + 1);
    }
}
