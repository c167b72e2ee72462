package app.yarrowmark.runner;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One line from a measuring process to the runner that started it.
 *
 * @param kind {@code sample}, {@code measured}, {@code cached} (the drive's cache was in the way), {@code refused} (no
 *     score would mean anything), {@code wrong} (a result was wrong)
 * @param metric the line is about
 * @param values measured so far, or all of them
 * @param marks of all of them, with {@code measured}
 * @param share of this metric that is over, with {@code sample}
 * @param reason in words, with {@code refused} and {@code wrong}
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
record WorkEvent(
        String kind,
        @Nullable String metric,
        @Nullable List<Double> values,
        @Nullable String marks,
        @Nullable Double share,
        @Nullable String reason) {

    static WorkEvent sample(String metric, List<Double> values, double share) {
        int from = Math.max(0, values.size() - 60);
        return new WorkEvent("sample", metric, List.copyOf(values.subList(from, values.size())), null, share, null);
    }

    static WorkEvent said(String kind, String reason) {
        return new WorkEvent(kind, null, null, null, null, reason);
    }
}
