package app.yarrowmark.server.compare;

import app.yarrowmark.core.compare.Basis;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.standings.Tastes;
import app.yarrowmark.server.subjects.Subject;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * What was asked for, found.
 *
 * @param tastes how suites differ for their kind of device, by group; groups of which too little is known are not there
 */
record Asked(
        List<Subject> subjects,
        int reference,
        How how,
        Map<Long, SetupLabel> labels,
        Map<TestGroup, Tastes.Taste> tastes) {

    /**
     * How it is to be told.
     *
     * @param threshold smallest difference that matters, as a share
     */
    record How(Basis basis, double threshold, Over over, Votes votes) {}

    /** Which tests a mean is over, where not all subjects have the same. */
    enum Over {
        /** Those that all have, so that the means of different subjects are of the same. */
        COMMON,
        /** Those that a subject has in common with the reference. */
        OWN
    }

    /** What has one vote in a mean. */
    enum Votes {
        /** Each test. */
        TEST,
        /** Each suite, shared by its tests. */
        SUITE
    }

    Basis basis() {
        return how.basis();
    }

    double threshold() {
        return how.threshold();
    }

    /** Numbers of the subjects that are held against the reference. */
    IntStream others() {
        return IntStream.range(0, subjects.size()).filter(i -> i != reference);
    }
}
