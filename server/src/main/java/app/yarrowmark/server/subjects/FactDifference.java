package app.yarrowmark.server.subjects;

import app.yarrowmark.core.setup.FactGroup;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.setups.SetupView;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A fact that is not the same in a subject and the one it is held against.
 *
 * @param subject number of the subject
 * @param before in the one it is held against
 * @param affects groups of tests it can change
 */
public record FactDifference(
        int subject,
        String key,
        String name,
        FactGroup group,
        String before,
        String after,
        SetupView.Standing standing,
        List<TestGroup> affects,
        @Nullable String note) {}
