package app.yarrowmark.server.subjects;

import app.yarrowmark.core.check.DisplayHold;
import app.yarrowmark.server.runs.RunReadings;
import app.yarrowmark.server.runs.RunReadings.Attempt;
import app.yarrowmark.server.scorebook.Cell;
import app.yarrowmark.server.scorebook.TestColumn;
import app.yarrowmark.server.scorebook.Uncounted;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.sittings.SittingService.LeftOut;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Says why a subject has no score in a test. */
@Component
public class GapReasons {

    private final RunReadings runs;
    private final SittingService sittings;
    private final Uncounted uncounted;

    GapReasons(RunReadings runs, SittingService sittings, Uncounted uncounted) {
        this.runs = runs;
        this.sittings = sittings;
        this.uncounted = uncounted;
    }

    /** Starts with nothing; who asks for a reason has the records read. */
    public Reasons of(List<Subject> subjects) {
        return new Reasons(
                subjects.stream().map(Subject::setup).filter(Objects::nonNull).toList());
    }

    /** What is known of the attempts, and of what was never tried; of several setups, read when the first gap needs it. */
    public final class Reasons {

        private final List<Long> setups;
        private @Nullable Map<Cell, List<Attempt>> attempts;
        private @Nullable Map<Cell, String> leftOut;

        private Reasons(List<Long> setups) {
            this.setups = setups;
        }

        private List<Attempt> attemptsAt(Cell place) {
            if (attempts == null) {
                attempts = runs.attempts(setups).stream().collect(Collectors.groupingBy(Attempt::cell));
            }
            return attempts.getOrDefault(place, List.of());
        }

        private String leftOutAt(Cell place) {
            if (leftOut == null) {
                leftOut = new HashMap<>();
                for (LeftOut l : sittings.leftOut(setups)) {
                    leftOut.put(new Cell(l.setupId(), l.suiteId()), l.reason());
                }
            }
            return leftOut.getOrDefault(place, "not run");
        }

        /** Returns the reason in words. */
        public String why(Subject subject, TestColumn test) {
            if (subject.key().kind() == SubjectKey.Kind.CLAIM) {
                return "not claimed";
            }
            if (subject.setup() == null) {
                return "none of its setups has it";
            }
            Cell place = new Cell(subject.setup(), test.suite().id());
            List<Attempt> here = attemptsAt(place);
            // The last attempt says most; one that was done and has a gap, more than one that failed.
            return here.stream()
                    .sorted(Comparator.comparing(Attempt::startedAt).reversed())
                    .map(a -> reason(a, subject.setup(), test))
                    .filter(r -> !r.isEmpty())
                    .findFirst()
                    .orElse(here.isEmpty() ? leftOutAt(place) : "not read");
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
                            ? uncounted
                                    .of(
                                            test.suite(),
                                            setup,
                                            attempt.startedAt(),
                                            DisplayHold.metrics(test.suite().sheet())
                                                            .isEmpty()
                                                    ? Map.of()
                                                    : runs.values(attempt.run(), test.suite()))
                                    .getOrDefault(key, "")
                            : "flagged: " + attempt.flags();
            };
        }
    }
}
