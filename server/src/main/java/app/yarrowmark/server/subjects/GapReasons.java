package app.yarrowmark.server.subjects;

import app.yarrowmark.server.runs.RunService;
import app.yarrowmark.server.runs.RunService.Attempt;
import app.yarrowmark.server.scorebook.KnownFaults;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.sittings.SittingService;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Says why a subject has no score in a test. */
@Component
public class GapReasons {

    private final RunService runs;
    private final SittingService sittings;
    private final KnownFaults faults;

    GapReasons(RunService runs, SittingService sittings, KnownFaults faults) {
        this.runs = runs;
        this.sittings = sittings;
        this.faults = faults;
    }

    /** Starts with every attempt at any suite on the subjects' setups, and with what was left out there on purpose. */
    public Reasons of(List<Subject> subjects) {
        List<Long> single = subjects.stream()
                .filter(s -> s.setup() != null)
                .map(Subject::setup)
                .toList();
        Map<String, List<Attempt>> attempts = new HashMap<>();
        runs.attempts(single)
                .forEach(a -> attempts.computeIfAbsent(a.setupId() + " " + a.suiteId(), k -> new ArrayList<>())
                        .add(a));
        Map<String, String> leftOut = new HashMap<>();
        sittings.leftOut(single).forEach(l -> leftOut.put(l.setupId() + " " + l.suiteId(), l.reason()));
        return new Reasons(attempts, leftOut);
    }

    /** What is known of the attempts, and of what was never tried. */
    public final class Reasons {

        private final Map<String, List<Attempt>> attempts;
        private final Map<String, String> leftOut;

        private Reasons(Map<String, List<Attempt>> attempts, Map<String, String> leftOut) {
            this.attempts = attempts;
            this.leftOut = leftOut;
        }

        /** Returns the reason in words. */
        public String why(Subject subject, TestColumn test) {
            if (subject.key().kind() == SubjectKey.Kind.CLAIM) {
                return "not claimed";
            }
            if (subject.setup() == null) {
                return "none of its setups has it";
            }
            String place = subject.setup() + " " + test.suite().id();
            List<Attempt> here = attempts.getOrDefault(place, List.of());
            // The last attempt says most; one that was done and has a gap, more than one that failed.
            return here.stream()
                    .sorted(Comparator.comparing(Attempt::startedAt).reversed())
                    .map(a -> reason(a, subject.setup(), test))
                    .filter(r -> !r.isEmpty())
                    .findFirst()
                    .orElse(here.isEmpty() ? leftOut.getOrDefault(place, "not run") : "not read");
        }

        private String reason(Attempt attempt, long setup, TestColumn test) {
            String key = test.metric().key();
            if (attempt.gaps().containsKey(key)) {
                return attempt.gaps().get(key);
            }
            return switch (attempt.state()) {
                case FAILED -> "failed: " + attempt.reason();
                case SET_ASIDE -> "set aside: " + attempt.reason();
                default ->
                    attempt.flags().isEmpty()
                            ? faults.of(test.suite(), setup, attempt.startedAt())
                                    .getOrDefault(key, "")
                            : "flagged: " + attempt.flags();
            };
        }
    }
}
