package app.yarrowmark.server.writeups;

import app.yarrowmark.server.writeups.WriteUpView.Answer;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.Verdict;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * All that a published state shows: nothing of it is read from the records again.
 *
 * @param text CommonMark, as it was
 * @param figures that the text has, by their numbers
 * @param measured how its device was measured, and those that it was held against
 * @param readBy who put their name to it
 * @param pictures numbers of the figures that there is a picture of
 * @param placed pictures that stand in the text, by their numbers
 */
record PublishedContent(
        String title,
        String line,
        @Nullable String device,
        String text,
        Verdict verdict,
        List<Answer> answers,
        Map<Integer, FigureContent> figures,
        List<MeasuredSetup> measured,
        List<String> readBy,
        List<Integer> pictures,
        Map<Integer, PlacedPicture> placed) {

    PublishedContent {
        // What was published before texts had pictures has none.
        placed = Objects.requireNonNullElse(placed, Map.of());
    }

    /**
     * How one setup was measured.
     *
     * @param setup unit and setup in words
     * @param facts what is known of it, a line each
     * @param suites what was run on it
     */
    record MeasuredSetup(String setup, List<String> facts, List<MeasuredSuite> suites) {}

    /**
     * How one suite was run on a setup.
     *
     * @param suite name and version
     * @param settings that make scores comparable; empty without any
     * @param runs that count
     * @param days on which they were run, in words; empty where nobody knows
     * @param origin list that they are from; empty if they were measured here
     * @param room how warm it was, in words; empty where nobody wrote it down
     * @param conditions that were ticked before every one of them
     * @param leftOut what does not count, and why, a line each
     * @param noise how far the intervals of its scores reach, in words; empty where that is unknown
     */
    record MeasuredSuite(
            String suite,
            String settings,
            int runs,
            String days,
            String origin,
            String room,
            List<String> conditions,
            List<String> leftOut,
            String noise) {

        MeasuredSuite {
            // What was published before that was told says nothing of it.
            noise = Objects.requireNonNullElse(noise, "");
        }
    }
}
