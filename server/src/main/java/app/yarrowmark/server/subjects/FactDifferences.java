package app.yarrowmark.server.subjects;

import static java.util.Objects.requireNonNull;

import app.yarrowmark.core.Maps;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactGroup;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.setup.SetupDifference;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.setups.SetupDifferences;
import app.yarrowmark.server.setups.SetupFacts;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupView.DifferenceView;
import app.yarrowmark.server.setups.SetupView.Standing;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Says what differs between the setups of two subjects and what to make of it. Along the line of one unit the named changes
 * are meant; between two devices what they are built of is what is compared, and how they were set up is not, nor how much
 * memory or storage they were fitted with; between two parts, what the parts are.
 */
@Component
public class FactDifferences {

    /** What a device is, as against how it was set up for the tests. */
    private static final Set<FactGroup> BUILT = EnumSet.of(
            FactGroup.PROCESSOR,
            FactGroup.MEMORY,
            FactGroup.DRIVE,
            FactGroup.GRAPHICS,
            FactGroup.DISPLAY,
            FactGroup.SENSORS,
            FactGroup.NETWORK);
    /**
     * Inside one of those groups, and yet not what the device is: settings, and what the same device is sold or fitted with in
     * several sizes.
     */
    private static final Set<String> SET_UP = Set.of(
            "memory.size",
            "memory.channels",
            "memory.modules",
            "memory.clock",
            "memory.timings",
            "drive.size",
            "display.refresh",
            "display.scale",
            "display.brightness",
            "display.sync",
            "display.external",
            "cpu.governor",
            "cpu.boost",
            "cpu.voltage_offset",
            "cpu.limit_long",
            "cpu.limit_short",
            "cpu.mitigations",
            "cpu.microcode",
            "memory.swap",
            "drive.free",
            "drive.filesystem",
            "drive.encryption",
            "graphics.driver",
            "graphics.acceleration",
            "network.driver");

    private final SetupFacts setupFacts;
    private final SetupDifferences setupDifferences;
    private final FactService facts;

    FactDifferences(SetupFacts setupFacts, SetupDifferences setupDifferences, FactService facts) {
        this.setupFacts = setupFacts;
        this.setupDifferences = setupDifferences;
        this.facts = facts;
    }

    /** Returns what differs between each subject and the reference, by the number of the subject. */
    public List<FactDifference> from(List<Subject> subjects, int reference, Map<Long, SetupLabel> labels) {
        Known known = known(subjects, labels);
        return IntStream.range(0, subjects.size())
                .filter(i -> i != reference)
                .mapToObj(i -> between(subjects.get(reference), subjects.get(i), i, known))
                .flatMap(List::stream)
                .toList();
    }

    /** Returns what differs between each subject and the one before it; nothing for the first. */
    public List<List<FactDifference>> along(List<Subject> subjects, Map<Long, SetupLabel> labels) {
        Known known = known(subjects, labels);
        return IntStream.range(0, subjects.size())
                .mapToObj(i ->
                        i == 0 ? List.<FactDifference>of() : between(subjects.get(i - 1), subjects.get(i), i, known))
                .toList();
    }

    /**
     * What is known of the setups concerned.
     *
     * @param changes what each setup has otherwise than the one it was changed from, of those that share a unit with another
     *     and of all that came before
     */
    private record Known(
            Map<Long, Facts> facts,
            Map<Long, List<DifferenceView>> changes,
            FactDictionary words,
            Map<Long, SetupLabel> labels) {}

    private Known known(List<Subject> subjects, Map<Long, SetupLabel> labels) {
        Set<Long> concerned = new HashSet<>();
        subjects.stream().filter(FactDifferences::isOfSetups).forEach(s -> concerned.addAll(s.setups()));
        List<SetupLabel> single = subjects.stream()
                .map(Subject::setup)
                .filter(Objects::nonNull)
                .map(labels::get)
                .toList();
        Set<Long> before = new HashSet<>();
        // Only of two setups of one unit did anybody say what was meant.
        single.stream()
                .filter(l -> single.stream().anyMatch(o -> o != l && sameUnit(l, o)))
                .forEach(l -> before.addAll(line(l.setupId(), labels)));
        // All in one question, those of the line included.
        concerned.addAll(before);
        return new Known(setupFacts.of(concerned), setupDifferences.of(before), facts.dictionary(), labels);
    }

    private static List<FactDifference> between(Subject reference, Subject subject, int number, Known known) {
        if (!isOfSetups(reference) || !isOfSetups(subject)) {
            return List.of();
        }
        boolean sameUnit = sameUnit(reference, subject, known.labels);
        Map<String, DifferenceView> called = new HashMap<>();
        if (sameUnit) {
            calledOnTheWay(requireNonNull(reference.setup()), requireNonNull(subject.setup()), known).stream()
                    // That nobody could tell in between says nothing where both ends are known.
                    .filter(d -> d.standing() != Standing.UNKNOWN)
                    .forEach(d -> called.merge(d.key(), d, FactDifferences::worse));
        }
        return SetupDifference.between(
                        shared(reference, known.facts, known.words),
                        shared(subject, known.facts, known.words),
                        called.keySet(),
                        known.words)
                .stream()
                .map(d -> {
                    DifferenceView call = called.get(d.key().key());
                    return new FactDifference(
                            number,
                            d.key().key(),
                            d.key().words(),
                            d.key().group(),
                            text(d.before()),
                            text(d.after()),
                            standing(d, call, sameUnit, parts(reference, subject)),
                            d.affects().stream().sorted().toList(),
                            call == null ? null : call.note());
                })
                .toList();
    }

    /** Of what was said of two changes of one fact, what warns: a caveat on the way stays one at its end. */
    private static DifferenceView worse(DifferenceView a, DifferenceView b) {
        return a.standing() == Standing.MEANT ? b : a;
    }

    private static boolean sameUnit(Subject a, Subject b, Map<Long, SetupLabel> labels) {
        if (a.setup() == null || b.setup() == null) {
            return false;
        }
        return sameUnit(Maps.at(labels, a.setup()), Maps.at(labels, b.setup()));
    }

    private static boolean sameUnit(SetupLabel a, SetupLabel b) {
        return a.modelId() == b.modelId() && a.unit().equals(b.unit());
    }

    /** The best of many, test by test, and a claim were never set up. */
    private static boolean isOfSetups(Subject subject) {
        return !subject.setups().isEmpty() && subject.key().kind() != SubjectKey.Kind.BEST;
    }

    /** The fact that both subjects are; null unless they are values of one. */
    private static @Nullable String parts(Subject a, Subject b) {
        boolean are = a.key().kind() == SubjectKey.Kind.FACT && b.key().kind() == SubjectKey.Kind.FACT;
        return are && a.key().pairKey().equals(b.key().pairKey()) ? a.key().pairKey() : null;
    }

    private static Standing standing(
            SetupDifference d, @Nullable DifferenceView call, boolean sameUnit, @Nullable String part) {
        if (d.standing() == SetupDifference.Standing.UNKNOWN) {
            return Standing.UNKNOWN;
        }
        if (call != null) {
            return call.standing();
        }
        if (part != null) {
            // What a part is, its own facts say, such as the cores of a processor.
            return d.key().key().split("\\.", 2)[0].equals(part.split("\\.", 2)[0]) ? Standing.MEANT : Standing.UNMEANT;
        }
        boolean built =
                BUILT.contains(d.key().group()) && !SET_UP.contains(d.key().key());
        return !sameUnit && built ? Standing.MEANT : Standing.UNMEANT;
    }

    /** What was said of the differences between each setup and the one before, from one to the other in either direction. */
    private static List<DifferenceView> calledOnTheWay(long a, long b, Known known) {
        List<Long> lineOfA = line(a, known.labels);
        List<Long> lineOfB = line(b, known.labels);
        Set<Long> common = new HashSet<>(lineOfA);
        common.retainAll(new HashSet<>(lineOfB));
        return Stream.concat(lineOfA.stream(), lineOfB.stream())
                .filter(s -> !common.contains(s))
                .flatMap(s -> known.changes.getOrDefault(s, List.of()).stream())
                .toList();
    }

    /** A setup, the one it was changed from, and so on to the first. */
    private static List<Long> line(long from, Map<Long, SetupLabel> labels) {
        return Stream.iterate(
                        labels.get(from), Objects::nonNull, l -> l.parentId() == null ? null : labels.get(l.parentId()))
                .map(SetupLabel::setupId)
                .toList();
    }

    /** The facts on which every setup of a subject agrees. */
    private static Facts shared(Subject subject, Map<Long, Facts> known, FactDictionary words) {
        List<Facts> all = subject.setups().stream().map(known::get).toList();
        if (all.size() == 1) {
            return all.get(0);
        }
        return Facts.of(all.get(0).all().stream()
                .filter(f -> all.stream().allMatch(o -> agrees(f, o.get(f.key()), words)))
                .toList());
    }

    private static boolean agrees(Fact fact, Optional<Fact> other, FactDictionary words) {
        return other.isPresent()
                && fact.value().isPresent() == other.get().value().isPresent()
                && (fact.value().isEmpty() || words.same(fact, other.get()));
    }

    private static String text(Optional<Fact> fact) {
        return fact.map(f -> f.text().orElse("unknown: " + f.reason())).orElse("not recorded");
    }
}
