package app.yarrowmark.server.writeups;

import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.problems.RuleViolations.Violation;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.FigureSource;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** What a figure may be: as large as a reader's page bears, and without anything that does something. */
final class FigureRules {

    private static final int LARGEST = 1_000_000;
    private static final int MOST_ROWS = 2000;
    private static final int MOST_NOTES = 60;
    private static final int MOST_NUMBERS = 20_000;
    private static final int LONGEST = 2000;
    private static final int LONGEST_NAME = 300;
    private static final int LONGEST_CHOICE = 50_000;
    private static final double WIDEST = 10_000;

    private FigureRules() {}

    /**
     * Returns a figure as it is kept.
     *
     * @throws RuleViolations with every part that is unfit
     */
    static FigureContent clean(FigureSource source, FigureContent figure) {
        List<Violation> wrong = new ArrayList<>();
        String address = source.address();
        require(wrong, "address", address.startsWith("/") && address.length() <= LONGEST, "is a view of the page");
        require(wrong, "name", source.name().length() <= LONGEST_NAME, "has at most 300 characters");
        require(wrong, "choice", source.choice().length() <= LONGEST_CHOICE, "has at most 50,000 characters");
        require(wrong, "numbers", figure.numbers().size() <= MOST_NUMBERS, "are at most 20,000");
        require(
                wrong,
                "title",
                !figure.title().isBlank() && figure.title().length() <= LONGEST_NAME,
                "has 1 to 300 characters");
        require(wrong, "about", figure.about().length() <= LONGEST, "has at most 2000 characters");
        require(
                wrong,
                "notes",
                figure.notes().size() + figure.caveats().size() <= MOST_NOTES
                        && Stream.concat(figure.notes().stream(), figure.caveats().stream())
                                .allMatch(n -> n.length() <= LONGEST),
                "are at most 60 with the caveats, of at most 2000 characters");
        require(wrong, "width", figure.width() > 0 && figure.width() <= WIDEST, "is above 0 and at most 10,000");
        require(wrong, "height", figure.height() > 0 && figure.height() <= WIDEST, "is above 0 and at most 10,000");
        require(wrong, "drawing", figure.drawing().length() <= LARGEST, "is larger than a reader's page bears");
        require(wrong, "table", figure.table().size() <= MOST_ROWS, "has at most 2000 rows");
        if (!wrong.isEmpty()) {
            throw new RuleViolations(wrong);
        }
        String drawing = Cleaning.drawing(figure.drawing());
        if (drawing.isBlank()) {
            throw new RuleViolations("drawing", "draws nothing");
        }
        return new FigureContent(
                figure.title().strip(),
                figure.about(),
                figure.notes(),
                figure.caveats(),
                figure.source(),
                figure.width(),
                figure.height(),
                drawing,
                figure.table(),
                figure.numbers());
    }

    private static void require(List<Violation> wrong, String field, boolean holds, String message) {
        if (!holds) {
            wrong.add(new Violation(field, message));
        }
    }
}
