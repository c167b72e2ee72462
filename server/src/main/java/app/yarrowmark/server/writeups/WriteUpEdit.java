package app.yarrowmark.server.writeups;

import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.problems.RuleViolations.Violation;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A write-up as it is to be kept.
 *
 * @param edition that was changed; another one kept meanwhile is not overwritten
 */
record WriteUpEdit(
        String title,
        String line,
        @Nullable Long modelId,
        String text,
        WriteUpView.Verdict verdict,
        List<WriteUpView.Answer> answers,
        int edition) {

    private static final int LONGEST_TITLE = 120;
    private static final int LONGEST_LINE = 240;
    private static final int LONGEST_TEXT = 200_000;
    private static final int LONGEST_WORDS = 500;
    private static final int MOST_WORDS = 40;
    private static final int MOST_ANSWERS = 200;

    /**
     * Returns it if all of it can be kept.
     *
     * @throws RuleViolations with every part that cannot
     */
    WriteUpEdit sound() {
        List<Violation> wrong = new ArrayList<>(faults(title, line));
        require(
                wrong,
                "text",
                text.length() <= LONGEST_TEXT,
                "has at most 200,000 characters, this has " + text.length());
        Stream.of(verdict.verdict(), verdict.forWhom(), verdict.notForWhom())
                .forEach(words ->
                        require(wrong, "verdict", words.length() <= LONGEST_WORDS, "has parts of at most 500"));
        Stream.of(verdict.pros(), verdict.cons(), verdict.lacks(), verdict.next())
                .forEach(list -> require(
                        wrong,
                        "verdict",
                        list.size() <= MOST_WORDS && list.stream().allMatch(w -> w.length() <= LONGEST_WORDS),
                        "has lists of at most 40 lines of at most 500 characters"));
        require(
                wrong,
                "answers",
                answers.size() <= MOST_ANSWERS
                        && answers.stream().allMatch(a -> a.text().length() <= LONGEST_WORDS),
                "are at most 200 of at most 500 characters");
        if (!wrong.isEmpty()) {
            throw new RuleViolations(wrong);
        }
        return this;
    }

    /** Returns what is wrong with a title and the line below it. */
    static List<Violation> faults(String title, String line) {
        List<Violation> wrong = new ArrayList<>();
        require(
                wrong,
                "title",
                !title.isBlank() && title.strip().length() <= LONGEST_TITLE,
                "has 1 to " + LONGEST_TITLE + " characters");
        require(wrong, "line", line.strip().length() <= LONGEST_LINE, "has at most " + LONGEST_LINE + " characters");
        return wrong;
    }

    private static void require(List<Violation> wrong, String field, boolean holds, String message) {
        if (!holds) {
            wrong.add(new Violation(field, message));
        }
    }
}
