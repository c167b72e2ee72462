package app.yarrowmark.server.compare;

import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactGroup;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.setup.SetupDifference;
import app.yarrowmark.server.compare.ComparisonView.FactDifference;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.setups.SetupView.DifferenceView;
import app.yarrowmark.server.setups.SetupView.Standing;
import app.yarrowmark.server.subjects.Subject;
import app.yarrowmark.server.subjects.SubjectKey;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Says what differs between the setups of two subjects and what to make of it. Along the line of one unit the named changes
 * are meant; between two devices what they are built of is what is compared, and how they were set up is not.
 */
@Component
class FactDifferences {

    /** What a device is, as against how it was set up for the tests. */
    private static final Set<FactGroup> BUILT = EnumSet.of(
            FactGroup.PROCESSOR,
            FactGroup.MEMORY,
            FactGroup.DRIVE,
            FactGroup.GRAPHICS,
            FactGroup.DISPLAY,
            FactGroup.SENSORS,
            FactGroup.NETWORK,
            FactGroup.OTHER);
    /** Inside one of those groups, and yet not part of what the device is. */
    private static final Set<String> SET_UP = Set.of(
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

    private final SetupService setups;
    private final FactService facts;

    FactDifferences(SetupService setups, FactService facts) {
        this.setups = setups;
        this.facts = facts;
    }

    List<FactDifference> between(Subject reference, Subject subject, int number) {
        if (reference.setups().isEmpty() || subject.setups().isEmpty() || isBest(reference) || isBest(subject)) {
            return List.of();
        }
        Map<String, DifferenceView> called = new HashMap<>();
        boolean sameUnit = false;
        Long from = reference.setup();
        Long to = subject.setup();
        if (from != null && to != null) {
            SetupView before = setups.view(from);
            SetupView after = setups.view(to);
            sameUnit = before.unitId() == after.unitId();
            if (sameUnit) {
                calledOnTheWay(before, after).forEach(d -> called.put(d.key(), d));
            }
        }
        FactDictionary words = facts.dictionary();
        List<FactDifference> found = new ArrayList<>();
        for (SetupDifference d :
                SetupDifference.between(shared(reference, words), shared(subject, words), Set.of(), words)) {
            DifferenceView call = called.get(d.key().key());
            found.add(new FactDifference(
                    number,
                    d.key().key(),
                    d.key().words(),
                    d.key().group(),
                    text(d.before()),
                    text(d.after()),
                    standing(d, call, sameUnit),
                    d.affects().stream().sorted().toList(),
                    call == null ? null : call.note()));
        }
        return found;
    }

    private static boolean isBest(Subject subject) {
        return subject.key().kind() == SubjectKey.Kind.BEST;
    }

    private static Standing standing(SetupDifference d, @Nullable DifferenceView call, boolean sameUnit) {
        if (d.standing() == SetupDifference.Standing.UNKNOWN) {
            return Standing.UNKNOWN;
        }
        if (call != null) {
            return call.standing();
        }
        boolean built =
                BUILT.contains(d.key().group()) && !SET_UP.contains(d.key().key());
        return !sameUnit && built ? Standing.MEANT : Standing.UNMEANT;
    }

    /** What was said of the differences between each setup and the one before, from one to the other in either direction. */
    private List<DifferenceView> calledOnTheWay(SetupView a, SetupView b) {
        List<SetupView> lineOfA = line(a);
        List<SetupView> lineOfB = line(b);
        Set<Long> inA = new HashSet<>(lineOfA.stream().map(SetupView::id).toList());
        Set<Long> inB = new HashSet<>(lineOfB.stream().map(SetupView::id).toList());
        List<DifferenceView> called = new ArrayList<>();
        lineOfA.stream().filter(s -> !inB.contains(s.id())).forEach(s -> called.addAll(s.differences()));
        lineOfB.stream().filter(s -> !inA.contains(s.id())).forEach(s -> called.addAll(s.differences()));
        return called;
    }

    private List<SetupView> line(SetupView from) {
        List<SetupView> line = new ArrayList<>(List.of(from));
        SetupView at = from;
        while (at.parentId() != null) {
            at = setups.view(at.parentId());
            line.add(at);
        }
        return line;
    }

    /** The facts on which every setup of a subject agrees. */
    private Facts shared(Subject subject, FactDictionary words) {
        List<Facts> all = subject.setups().stream().map(setups::facts).toList();
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
