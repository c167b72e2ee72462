package app.yarrowmark.server.catalogue;

import app.yarrowmark.core.written.DigitText;
import app.yarrowmark.server.catalogue.ModelDetails.Claim;
import app.yarrowmark.server.catalogue.ModelDetails.Price;
import app.yarrowmark.server.catalogue.ModelDetails.SpecLine;
import app.yarrowmark.server.problems.RuleViolations.Violation;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What must hold of a model before it is kept; finds every fault. */
final class ModelChecks {

    private static final int MOST = 60;
    private static final int LONGEST = 200;

    private final List<Violation> faults = new ArrayList<>();

    private ModelChecks() {}

    static List<Violation> faults(String maker, String name, @Nullable Integer year, ModelDetails details) {
        ModelChecks checks = new ModelChecks();
        if (maker == null || maker.strip().length() > 80) {
            checks.fault("maker", "needs at most 80 characters; it may be empty where nobody is known to have made it");
        }
        checks.text("name", name, 80);
        if (year != null && (year < 1970 || year > 2100)) {
            checks.fault("year", "a year is 1970 to 2100, got " + year);
        }
        for (int i = 0; i < details.prices().size(); i++) {
            checks.price("details.prices[" + i + "]", details.prices().get(i));
        }
        for (int i = 0; i < details.claims().size(); i++) {
            checks.claim("details.claims[" + i + "]", details.claims().get(i));
        }
        for (int i = 0; i < details.specification().size(); i++) {
            SpecLine line = details.specification().get(i);
            checks.text("details.specification[" + i + "].key", line.key(), 60);
            checks.text("details.specification[" + i + "].value", line.value(), LONGEST);
        }
        checks.words("details.pros", details.pros());
        checks.words("details.cons", details.cons());
        checks.words("details.missing", details.missing());
        checks.words("details.tags", details.tags());
        return checks.faults;
    }

    private void price(String at, Price price) {
        number(at + ".amount", price.amount());
        try {
            Currency.getInstance(price.currency());
        } catch (IllegalArgumentException e) {
            fault(at + ".currency", "is three letters such as EUR, got \"" + price.currency() + "\"");
        }
    }

    private void claim(String at, Claim claim) {
        text(at + ".suite", claim.suite(), 40);
        text(at + ".metric", claim.metric(), 60);
        number(at + ".text", claim.text());
    }

    private void number(String field, String text) {
        try {
            if (!(DigitText.parse(text).value() > 0)) {
                fault(field, "must be more than 0, got \"" + text + "\"");
            }
        } catch (IllegalArgumentException e) {
            fault(field, String.valueOf(e.getMessage()));
        }
    }

    private void words(String field, List<String> lines) {
        if (lines.size() > MOST) {
            fault(field, "holds at most " + MOST + " lines, got " + lines.size());
        }
        for (int i = 0; i < lines.size(); i++) {
            text(field + "[" + i + "]", lines.get(i), LONGEST);
        }
    }

    private void text(String field, @Nullable String text, int most) {
        String clean = text == null ? "" : text.strip();
        if (clean.isEmpty() || clean.length() > most) {
            fault(field, "needs 1 to " + most + " characters");
        }
    }

    private void fault(String field, String message) {
        faults.add(new Violation(field, message));
    }
}
