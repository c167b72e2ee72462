package app.yarrowmark.core.claim;

import app.yarrowmark.core.claim.Claim.Bound;
import app.yarrowmark.core.claim.Claim.Kind;
import app.yarrowmark.core.claim.Claim.Way;
import app.yarrowmark.core.claim.Finding.Standing;
import app.yarrowmark.core.written.UnitWords;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * Holds claims against numbers that are known: each number itself, and each against every other of the same, as gain on the
 * other, as loss, as times, as a part and as a difference.
 */
public final class ClaimCheck {

    /** How far a number that is said in words, or as about so much, may be off. */
    private static final double ROUGH = 0.05;

    /** How far above a bound a number may be that the bound is said of. */
    private static final double NEAR = 0.25;

    /** Among more than this every share is found somewhere. */
    private static final int MOST_ROWS = 60;

    /** What stands before a unit for so many times a thousand of it; nothing stands for one. */
    private static final String THOUSANDS = " kMGT";

    private final List<Group> groups = new ArrayList<>();
    private final Map<String, String> nameOf = new HashMap<>();

    /**
     * Numbers that are known together.
     *
     * @param title of what says them
     */
    public record Sheet(String title, List<Known> numbers) {}

    /** Numbers of the same, which can be held against each other. */
    private record Group(String title, String of, List<Known> numbers, boolean paired) {

        String where(Known one) {
            String whose = one.isRatio() ? one.subject() + " against " + one.base() : one.subject();
            return title + ": " + of + ", " + whose;
        }

        String where(Known one, Known other) {
            return title + ": " + of + ", " + one.subject() + " against " + other.subject();
        }
    }

    /**
     * @param sheets in which numbers are looked for, the most likely first
     * @param names that texts call devices by
     */
    public ClaimCheck(List<Sheet> sheets, Collection<String> names) {
        for (Sheet sheet : sheets) {
            Map<String, List<Known>> byTest = new LinkedHashMap<>();
            sheet.numbers()
                    .forEach(k -> byTest.computeIfAbsent(k.of(), of -> new ArrayList<>())
                            .add(k));
            sheet.numbers().forEach(k -> nameOf.computeIfAbsent(k.subject(), n -> nameIn(n, names)));
            byTest.forEach((of, numbers) -> groups.add(new Group(sheet.title(), of, numbers, isPaired(numbers))));
        }
    }

    /** The longest name that is in what a figure calls somebody: what it is the name of. */
    private static String nameIn(String subject, Collection<String> names) {
        String lower = subject.toLowerCase(Locale.ROOT);
        return names.stream()
                .map(n -> n.toLowerCase(Locale.ROOT))
                .filter(lower::contains)
                .max(Comparator.comparingInt(String::length))
                .orElse(lower);
    }

    private static boolean isPaired(List<Known> numbers) {
        return numbers.size() <= MOST_ROWS && numbers.stream().noneMatch(Known::isPlace);
    }

    /** Returns what is known of a claim. */
    public Finding of(Claim asWritten) {
        Claim claim = asWritten.unsigned();
        Set<String> named = new HashSet<>(claim.named());
        named.retainAll(nameOf.values());
        Finding best = new Finding(claim, Standing.UNKNOWN, "", "");
        for (Group group : groups) {
            for (Known known : group.numbers) {
                Finding one = known.isRatio() ? ratio(claim, group, known) : itself(claim, group, known);
                best = better(best, ofNamed(one, named, known.subject(), known.base()));
            }
            if (group.paired) {
                best = better(best, pairs(claim, group, named));
            }
        }
        return best;
    }

    /** What is known of others than those that are named is not what is said. */
    private Finding ofNamed(Finding found, Set<String> named, String one, String other) {
        if (named.isEmpty()
                || named.contains(nameOf.getOrDefault(one, ""))
                || named.contains(nameOf.getOrDefault(other, ""))) {
            return found;
        }
        return found.standing() == Standing.FOUND
                ? new Finding(found.claim(), Standing.OTHER_SUBJECT, found.where(), "the words beside it name another")
                : new Finding(found.claim(), Standing.UNKNOWN, "", "");
    }

    private static Finding better(Finding a, Finding b) {
        return b.standing().ordinal() < a.standing().ordinal() ? b : a;
    }

    private static Finding itself(Claim claim, Group group, Known known) {
        OptionalDouble read = inUnitOf(claim, known);
        if (read.isEmpty()) {
            return new Finding(claim, Standing.UNKNOWN, "", "");
        }
        double value = Math.abs(read.getAsDouble());
        double said = claim.kind() == Kind.SHARE ? claim.value() * 100 : claim.value();
        double step = claim.kind() == Kind.SHARE ? claim.step() * 100 : claim.step();
        if (fits(claim, Math.abs(said), step, value)) {
            return new Finding(claim, Standing.FOUND, group.where(known), "");
        }
        if (claim.step() > 0 && claim.kind() != Kind.RANK && isSlip(Math.abs(said), value)) {
            return new Finding(claim, Standing.SLIP, group.where(known), "it says " + plain(known.value()));
        }
        return new Finding(claim, Standing.UNKNOWN, "", "");
    }

    /** A number in the unit of a claim; empty if it cannot be what is said: a watt is not a place. */
    private static OptionalDouble inUnitOf(Claim claim, Known known) {
        double value = known.value();
        return switch (claim.kind()) {
            case TIMES, PART -> OptionalDouble.empty();
            case SHARE -> when(known.unit().equals("%"), value);
            case DURATION ->
                known.seconds().map(s -> OptionalDouble.of(s * value)).orElse(OptionalDouble.empty());
            case AMOUNT -> known.isPlace() ? OptionalDouble.empty() : amount(claim.unit(), known);
            case RANK -> when(known.isPlace() && claim.unit().equals(String.valueOf(known.outOf())), value);
            case COUNT -> when(!known.isPlace(), value);
        };
    }

    private static boolean isUnit(String said, String known) {
        return said.equals(known)
                || (UnitWords.code(said).isPresent() && UnitWords.code(said).equals(UnitWords.code(known)));
    }

    /** A number in another unit of the same, as far as one is a thousand of the other. */
    private static OptionalDouble amount(String unit, Known known) {
        if (isUnit(unit, known.unit())) {
            return OptionalDouble.of(known.value());
        }
        for (int i = 0; i + 1 < THOUSANDS.length(); i++) {
            String small = THOUSANDS.substring(i, i + 1).strip();
            String large = THOUSANDS.substring(i + 1, i + 2);
            String rest = unit.startsWith(large) ? unit.substring(1) : null;
            if (rest != null && !rest.isEmpty() && known.unit().equals(small + rest)) {
                return OptionalDouble.of(known.value() / 1000);
            }
            if (known.unit().length() > 1
                    && known.unit().startsWith(large)
                    && unit.equals(small + known.unit().substring(1))) {
                return OptionalDouble.of(known.value() * 1000);
            }
        }
        return OptionalDouble.empty();
    }

    private static OptionalDouble when(boolean fits, double value) {
        return fits ? OptionalDouble.of(value) : OptionalDouble.empty();
    }

    private Finding pairs(Claim claim, Group group, Set<String> named) {
        Finding best = new Finding(claim, Standing.UNKNOWN, "", "");
        for (Known one : group.numbers) {
            for (Known other : group.numbers) {
                if (!one.isRatio() && !other.isRatio() && one.value() > other.value() && other.value() > 0) {
                    best = better(best, ofNamed(pair(claim, group, one, other), named, one.subject(), other.subject()));
                }
            }
        }
        return best;
    }

    /** @param one the larger number */
    private static Finding pair(Claim claim, Group group, Known one, Known other) {
        if (claim.kind() == Kind.DURATION || claim.kind() == Kind.AMOUNT || claim.kind() == Kind.COUNT) {
            OptionalDouble more = inUnitOf(claim, one);
            OptionalDouble less = inUnitOf(claim, other);
            boolean found = claim.way() != Way.NONE
                    && more.isPresent()
                    && less.isPresent()
                    && fits(claim, claim.value(), claim.step(), more.getAsDouble() - less.getAsDouble());
            return new Finding(
                    claim, found ? Standing.FOUND : Standing.UNKNOWN, found ? group.where(one, other) : "", "");
        }
        return against(claim, group.where(one, other), one.value() / other.value());
    }

    private static Finding ratio(Claim claim, Group group, Known known) {
        double times = known.value();
        return times <= 0
                ? new Finding(claim, Standing.UNKNOWN, "", "")
                : against(claim, group.where(known), Math.max(times, 1 / times));
    }

    /** @param times how many times the smaller the larger is */
    private static Finding against(Claim claim, String where, double times) {
        double gain = times - 1;
        double loss = 1 - 1 / times;
        boolean found = switch (claim.kind()) {
            case SHARE, PART -> share(claim, gain, loss);
            case TIMES -> near(claim, times) || near(claim, 1 / times);
            default -> false;
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
