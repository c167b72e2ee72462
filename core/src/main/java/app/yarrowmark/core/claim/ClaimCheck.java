package app.yarrowmark.core.claim;

import app.yarrowmark.core.claim.Claim.Bound;
import app.yarrowmark.core.claim.Claim.Kind;
import app.yarrowmark.core.claim.Claim.Way;
import app.yarrowmark.core.claim.Finding.Standing;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Holds claims against tables of numbers: each number itself, and each against every other of its column, as gain on the other,
 * as loss, as times, as a part and as a difference.
 */
public final class ClaimCheck {

    /** How far a number that is said in words, or as about so much, may be off. */
    private static final double ROUGH = 0.05;

    /** How far above a bound a number may be that the bound is said of. */
    private static final double NEAR = 0.25;

    /** Columns longer than this tell every share somewhere. */
    private static final int MOST_ROWS = 60;

    private static final Pattern NUMBER =
            Pattern.compile("[+\u2212-]?(?:\\d{1,3}(?:[\u2009\u202f\u00a0 ]\\d{3})+|\\d+)(?:\\.\\d+)?");
    private static final Pattern TIME_UNIT =
            Pattern.compile("(?<![\\p{L}/])(?:s|ms|min|h|seconds?|minutes?|hours?)(?![\\p{L}/])");
    private static final Pattern CLOCK = Pattern.compile("(\\d{1,3}):(\\d{2})(?::(\\d{2}))?");

    private final List<Column> columns = new ArrayList<>();

    /**
     * Numbers of a table.
     *
     * @param title of the table
     * @param about what the numbers are, with their units
     * @param rows a head, then rows, whose first cell is a name
     */
    public record Sheet(String title, String about, List<List<String>> rows) {}

    /** @param context all that is said beside the number: of the table, of its column and of its row */
    private record Cell(String row, double value, String text, String context) {}

    private record Column(String title, String head, List<Cell> cells) {

        String where(Cell cell) {
            return title + ": " + cell.row + (head.isBlank() ? "" : ", " + head);
        }

        String where(Cell one, Cell other) {
            return title + ": " + one.row + " against " + other.row + (head.isBlank() ? "" : ", " + head);
        }
    }

    /** @param sheets in which numbers are looked for */
    public ClaimCheck(List<Sheet> sheets) {
        for (Sheet sheet : sheets) {
            List<String> head =
                    sheet.rows().isEmpty() ? List.of() : sheet.rows().get(0);
            for (int c = 1; c < head.size(); c++) {
                List<Cell> cells = new ArrayList<>();
                for (List<String> row : sheet.rows().subList(1, sheet.rows().size())) {
                    if (c < row.size()) {
                        String name = row.get(0);
                        String text = row.get(c);
                        String context =
                                String.join(" ", sheet.title(), sheet.about(), head.get(c), String.join(" ", row));
                        value(text).ifPresent(v -> cells.add(new Cell(name, v, text, context)));
                    }
                }
                columns.add(new Column(sheet.title(), head.get(c), cells));
            }
        }
    }

    private static OptionalDouble value(String text) {
        Matcher clock = CLOCK.matcher(text.strip());
        if (clock.matches()) {
            double first = Double.parseDouble(clock.group(1)) * 60 + Double.parseDouble(clock.group(2));
            return OptionalDouble.of(clock.group(3) == null ? first : first * 60 + Double.parseDouble(clock.group(3)));
        }
        Matcher m = NUMBER.matcher(text.strip());
        return m.lookingAt()
                ? OptionalDouble.of(Double.parseDouble(
                        m.group().replace('\u2212', '-').replace("+", "").replaceAll("[\u2009\u202f\u00a0 ]", "")))
                : OptionalDouble.empty();
    }

    /** Returns what is known of a claim. */
    public Finding of(Claim claim) {
        Finding best = new Finding(claim, Standing.UNKNOWN, "", "");
        for (Column column : columns) {
            for (Cell cell : column.cells) {
                best = better(best, itself(claim, column, cell));
            }
            if (column.cells.size() <= MOST_ROWS) {
                best = better(best, pairs(claim, column));
            }
        }
        return best;
    }

    private static Finding better(Finding a, Finding b) {
        return b.standing().ordinal() < a.standing().ordinal() ? b : a;
    }

    private static Finding itself(Claim claim, Column column, Cell cell) {
        double said = claim.kind() == Kind.SHARE ? claim.value() * 100 : claim.value();
        double step = claim.kind() == Kind.SHARE ? claim.step() * 100 : claim.step();
        if (claim.kind() == Kind.TIMES || claim.kind() == Kind.PART || !isOfThat(claim, cell)) {
            return new Finding(claim, Standing.UNKNOWN, "", "");
        }
        if (fits(claim, said, step, Math.abs(cell.value))) {
            return new Finding(claim, Standing.FOUND, column.where(cell), "");
        }
        if (claim.step() > 0 && isSlip(said, Math.abs(cell.value))) {
            return new Finding(claim, Standing.SLIP, column.where(cell), "it says " + plain(cell.value));
        }
        return new Finding(claim, Standing.UNKNOWN, "", "");
    }

    /** Whether a number can be what is said: a watt is not a place. */
    private static boolean isOfThat(Claim claim, Cell cell) {
        return switch (claim.kind()) {
            case SHARE -> cell.context.contains("%");
            case DURATION ->
                CLOCK.matcher(cell.text.strip()).matches()
                        || TIME_UNIT.matcher(cell.context).find();
            case AMOUNT ->
                Pattern.compile("(?<![\\p{L}/])" + Pattern.quote(claim.unit()) + "(?![\\p{L}/])")
                        .matcher(cell.context)
                        .find();
            default -> true;
        };
    }

    private static Finding pairs(Claim claim, Column column) {
        Finding best = new Finding(claim, Standing.UNKNOWN, "", "");
        for (Cell one : column.cells) {
            for (Cell other : column.cells) {
                if (one.value > other.value && other.value > 0) {
                    best = better(best, pair(claim, column, one, other));
                }
            }
        }
        return best;
    }

    /** @param one the larger number */
    private static Finding pair(Claim claim, Column column, Cell one, Cell other) {
        double gain = one.value / other.value - 1;
        double loss = 1 - other.value / one.value;
        String where = column.where(one, other);
        boolean found = switch (claim.kind()) {
            case SHARE, PART -> share(claim, gain, loss);
            case TIMES -> near(claim, gain + 1) || near(claim, 1 - loss);
            case DURATION, AMOUNT, COUNT ->
                claim.way() != Way.NONE
                        && isOfThat(claim, one)
                        && fits(claim, claim.value(), claim.step(), one.value - other.value);
            case RANK -> false;
        };
        if (found) {
            return new Finding(claim, Standing.FOUND, where, "");
        }
        if (claim.kind() == Kind.SHARE && claim.way() != Way.NONE && (near(claim, gain) || near(claim, loss))) {
            boolean isGain = near(claim, gain);
            return new Finding(
                    claim,
                    Standing.OTHER_BASE,
                    where,
                    claim.text().strip() + " is "
                            + (isGain ? "how much more the larger is" : "how much less the smaller is")
                            + "; as it is said it would be " + percent(isGain ? loss : gain));
        }
        return new Finding(claim, Standing.UNKNOWN, "", "");
    }

    /** A gain is more or faster, a loss less, slower or sooner; with no such word it may be either, or a part of the whole. */
    private static boolean share(Claim claim, double gain, double loss) {
        return switch (claim.way()) {
            case MORE, LATER -> near(claim, gain);
            case LESS, SOONER -> near(claim, loss);
            case NONE -> near(claim, gain) || near(claim, loss) || near(claim, 1 - loss);
        };
    }

    private static boolean near(Claim claim, double known) {
        return fits(claim, claim.value(), claim.step(), known);
    }

    private static boolean fits(Claim claim, double said, double step, double known) {
        double close = Math.max(step / 2 * 1.000001, claim.bound() == Bound.ABOUT || step == 0 ? ROUGH * said : 0);
        return switch (claim.bound()) {
            case ABOVE -> known >= said - close && known <= said * (1 + NEAR);
            case BELOW -> known <= said + close && known >= said / (1 + NEAR);
            default -> Math.abs(known - said) <= close;
        };
    }

    /** Two digits changed places, one is another, or the point is one off. */
    private static boolean isSlip(double said, double known) {
        if (said <= 0 || known <= 0) {
            return false;
        }
        if (Math.abs(said * 10 - known) < 1e-9 * known || Math.abs(said - known * 10) < 1e-9 * said) {
            return true;
        }
        String a = plain(said);
        String b = plain(known);
        if (a.length() != b.length() || a.length() < 3 || a.indexOf('.') != b.indexOf('.')) {
            return false;
        }
        a = a.replace(".", "");
        b = b.replace(".", "");
        List<Integer> differ = new ArrayList<>();
        for (int i = 0; i < a.length(); i++) {
            if (a.charAt(i) != b.charAt(i)) {
                differ.add(i);
            }
        }
        return differ.size() == 2
                && differ.get(1) == differ.get(0) + 1
                && a.charAt(differ.get(0)) == b.charAt(differ.get(1))
                && a.charAt(differ.get(1)) == b.charAt(differ.get(0));
    }

    private static String plain(double value) {
        return new BigDecimal(value)
                .round(new MathContext(10))
                .stripTrailingZeros()
                .toPlainString();
    }

    private static String percent(double share) {
        return String.format(Locale.ROOT, "%.1f %%", share * 100);
    }
}
