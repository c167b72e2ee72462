package app.yarrowmark.server.writeups;

import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Scale;
import app.yarrowmark.core.suite.TestGroup;
import app.yarrowmark.server.boards.BoardView;
import app.yarrowmark.server.standings.RankingView;
import app.yarrowmark.server.standings.RankingView.RankedRow;
import app.yarrowmark.server.standings.StandingAt;
import app.yarrowmark.server.standings.StandingsView;
import app.yarrowmark.server.standings.StandingsView.PlaceView;
import app.yarrowmark.server.subjects.SubjectView;
import app.yarrowmark.server.subjects.TestView;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** A kept standing as readers see it: as it is now, with how sure it is. */
final class BoardPage {

    private static final int WIDTH = 300;
    private static final int HEIGHT = 22;

    private BoardPage() {}

    /** Returns the whole page. */
    static String page(BoardView board, StandingAt.Shown shown) {
        Html html = ReaderPage.bare(board.name())
                .raw(ReaderPage.script("/read/"))
                .raw("<header class=\"top\">")
                .tag("h1", board.name());
        StandingsView places = shown.places();
        RankingView numbers = shown.numbers();
        html.tagIf("p class=\"line\"", String.join(" · ", shown.pool())).raw("</header>\n");
        if (places != null) {
            places(html, places);
        } else if (numbers != null) {
            numbers(html, numbers);
        }
        long revision = places != null ? places.revision() : numbers == null ? 0 : numbers.revision();
        return html.raw("<footer><p>")
                .raw("A board stays live: it is what the scores say now, revision " + revision + " of them. ")
                .raw("<a href=\"/read/\">Everything published</a></p></footer></main></body></html>\n")
                .toString();
    }

    private static void places(Html html, StandingsView view) {
        if (view.places().isEmpty()) {
            html.tag(
                    "p",
                    view.placed() > 0
                            ? "Nobody who is placed here has that name."
                            : view.unplaced().isEmpty()
                                    ? "Nobody here has a score yet."
                                    : "Nobody is placed here yet: there are too few scores in common.");
            unplaced(html, view);
            return;
        }
        SubjectView reference = view.reference();
        html.tag(
                "p class=\"note\"",
                (reference == null ? "" : "Index: " + named(reference) + " is 100, more is better. ")
                        + (view.oneTest()
                                ? "One test alone makes an order without intervals."
                                : "Two whose lines do not touch are told apart."));
        DoubleUnaryOperator x = scale(view.places().stream()
                .flatMapToDouble(
                        p -> DoubleStream.of(p.index(), or(p.lineLow(), p.index()), or(p.lineHigh(), p.index()))));
        html.raw("<div class=\"wide\"><table class=\"board\"><thead><tr><th scope=\"col\">Place</th>")
                .raw("<th scope=\"col\">Name</th><th scope=\"col\" class=\"drawn\"><span>Line</span></th>")
                .raw("<th scope=\"col\">Index</th><th scope=\"col\">" + (view.oneTest() ? "" : "Against 100"))
                .raw("</th></tr></thead>\n<tbody>");
        for (PlaceView p : view.places()) {
            String has = p.tests() < p.testsOf() ? p.tests() + " of " + counted(p.testsOf(), "test") : "";
            row(html, placeWords(p.best(), p.worst()), p.subject(), has);
            line(html, x, p.index(), p.lineLow(), p.lineHigh(), 100);
            html.raw("<td>" + digits(p.index(), 0) + "</td><td>" + against(view, p) + "</td></tr>\n");
        }
        html.raw("</tbody></table></div>\n");
        notes(html, view);
    }

    private static void notes(Html html, StandingsView view) {
        List<String> notes = new ArrayList<>();
        StandingsView.StandingTest test = view.test();
        List<StandingsView.GroupView> counting = view.groups().stream()
                .filter(g -> g.counts() && (view.group() == null || g.group() == view.group()))
                .toList();
        boolean equal =
                counting.stream().mapToDouble(g -> g.weight()).distinct().count() < 2;
        String counted = counting.stream()
                .map(g -> words(g.group()) + " (" + counted(g.tests(), "test")
                        + (equal ? "" : ", weight " + digits(g.weight(), 0)) + ")")
                .collect(Collectors.joining(", "));
        notes.add(
                test == null
                        ? "Counted: " + counted + ", of " + suites(view, counting) + "."
                        : test.suite() + " " + test.version() + ", " + test.name() + ".");
        if (!view.oneTest() && view.pairs() > 0) {
            notes.add(apart(view));
        }
        if (view.places().size() < view.placed()) {
            notes.add(view.places().size() + " of " + view.placed() + " are shown.");
        }
        int apart = view.apart().stream().mapToInt(a -> a.places().size()).sum();
        if (apart > 0) {
            notes.add(apart + (apart == 1 ? " more shares" : " more share")
                    + " no test with these and cannot be held against them.");
        }
        html.list("ul class=\"facts\"", notes);
        List<String> caveats = new ArrayList<>();
        view.places().stream()
                .filter(p -> !p.odd().isEmpty())
                .forEach(p -> caveats.add(named(p.subject()) + " does much better or worse than elsewhere in "
                        + p.odd().stream().map(o -> o.suite()).collect(Collectors.joining(", ")) + "."));
        if (!view.oneTest() && view.suites() == 1) {
            caveats.add("All tests are of one suite, so that how much a device likes it is assumed.");
        }
        caveats.addAll(origins(view.places().stream().map(PlaceView::subject)));
        html.list("ul class=\"caveats\"", caveats);
        unplaced(html, view);
    }

    private static void unplaced(Html html, StandingsView view) {
        if (!view.unplaced().isEmpty()) {
            html.raw("<details><summary>" + (view.unplaced().size() < StandingsView.MOST_UNPLACED ? "" : "At least ")
                            + view.unplaced().size() + " without a place</summary>")
                    .list(
                            "ul",
                            view.unplaced().stream()
                                    .map(u -> named(u.subject()))
                                    .toList())
                    .raw("</details>\n");
        }
    }

    private static String apart(StandingsView view) {
        if (view.pairsApart() == 0) {
            return "These " + view.placed() + " are not told apart: their order is the best estimate and no more.";
        }
        return view.pairsApart() == view.pairs()
                ? "All of these " + view.placed()
                        + " are told apart; in nine tables of ten every such pair is the right way round."
                : view.pairsApart() + " of " + view.pairs()
                        + " pairs are told apart; in nine tables of ten all of them the right way round.";
    }

    private static String suites(StandingsView view, List<StandingsView.GroupView> counting) {
        return view.tests().stream()
                .filter(t -> counting.stream().anyMatch(g -> g.group() == t.group()))
                .map(t -> t.suite() + " " + t.version())
                .distinct()
                .sorted()
                .collect(Collectors.joining(", "));
    }

    private static String words(TestGroup group) {
        return switch (group) {
            case STORAGE -> "drive";
            case HEAT -> "heat and noise";
            default -> group.name().toLowerCase(Locale.ROOT);
        };
    }

    private static void numbers(Html html, RankingView view) {
        if (view.test() == null || view.rows().isEmpty()) {
            html.tag("p", view.ranked() > 0 ? "Nobody here has that name." : "Nothing was measured here yet.");
            return;
        }
        TestView test = view.test().test();
        String settings = test.settings().isEmpty() ? "" : " (" + test.settings() + ")";
        html.tag(
                "p class=\"note\"",
                test.suite() + " " + test.version() + settings + ", " + test.name() + ". "
                        + (test.better() == Direction.HIGHER ? "More is better. " : "Less is better. ")
                        + lines(view, test));
        DoubleUnaryOperator x = scale(DoubleStream.concat(
                DoubleStream.of(0),
                view.rows().stream()
                        .flatMapToDouble(
                                r -> DoubleStream.of(r.value(), or(r.low(), r.value()), or(r.high(), r.value())))));
        html.raw("<div class=\"wide\"><table class=\"board\"><thead><tr><th scope=\"col\">Place</th>")
                .raw("<th scope=\"col\">Name</th><th scope=\"col\" class=\"drawn\"><span>Line</span></th>")
                .raw("<th scope=\"col\">" + Html.text(test.unit().isEmpty() ? "Value" : test.unit()) + "</th>")
                .raw("<th scope=\"col\">Runs</th></tr></thead>\n<tbody>");
        for (RankedRow r : view.rows()) {
            row(html, String.valueOf(r.place()), r.subject(), "");
            line(html, x, r.value(), r.low(), r.high(), 0);
            String words = r.words();
            html.raw("<td>" + Html.text(words == null ? digits(r.value(), r.decimals()) : words) + "</td><td>"
                    + r.count() + "</td></tr>\n");
        }
        html.raw("</tbody></table></div>\n");
        List<String> notes = new ArrayList<>();
        if (view.rows().size() < view.ranked()) {
            notes.add(view.rows().size() + " of " + view.ranked() + " are shown.");
        }
        if (view.without() > 0) {
            notes.add(view.without() + (view.without() == 1 ? " of the pool has" : " of the pool have")
                    + " no number here.");
        }
        html.list("ul class=\"facts\"", notes)
                .list("ul class=\"caveats\"", origins(view.rows().stream().map(RankedRow::subject)));
    }

    private static String lines(RankingView view, TestView test) {
        boolean some = view.rows().stream().anyMatch(r -> r.low() != null);
        boolean unknown =
                test.scale() == Scale.RATIO && view.rows().stream().anyMatch(r -> r.low() == null && r.words() == null);
        return (some ? "Lines are 95 % intervals. " : "") + (unknown ? "Without a line: the noise is unknown." : "");
    }

    private static List<String> origins(Stream<SubjectView> subjects) {
        return subjects.filter(s -> !s.origin().isEmpty())
                .map(s -> named(s) + " was not measured here: " + s.origin() + ".")
                .toList();
    }

    private static void row(Html html, String place, SubjectView subject, String more) {
        html.raw("<tr><td>" + place + "</td><th scope=\"row\">" + Html.text(subject.name()))
                .raw(subject.detail().isEmpty() ? "" : " <small>" + Html.text(subject.detail()) + "</small>")
                .raw(subject.tuned() ? " <small>tuned</small>" : "")
                .raw(more.isEmpty() ? "" : " <small>" + more + "</small>")
                .raw("</th>");
    }

    /** A dot on its line, with a mark where the reference or nothing is. */
    private static void line(
            Html html, DoubleUnaryOperator x, double at, @Nullable Double low, @Nullable Double high, double mark) {
        int middle = HEIGHT / 2;
        html.raw("<td class=\"drawn\"><svg width=\"" + WIDTH + "\" height=\"" + HEIGHT + "\" aria-hidden=\"true\">")
                .raw("<line x1=\"" + at(x, mark) + "\" x2=\"" + at(x, mark) + "\" y1=\"0\" y2=\"" + HEIGHT
                        + "\" stroke=\"var(--line)\"/>");
        if (low != null && high != null) {
            html.raw("<line x1=\"" + at(x, low) + "\" x2=\"" + at(x, high) + "\" y1=\"" + middle + "\" y2=\"" + middle
                    + "\" stroke=\"var(--teal)\" stroke-width=\"3\"/>");
        }
        html.raw("<circle cx=\"" + at(x, at) + "\" cy=\"" + middle + "\" r=\"4\" fill=\"var(--ink)\"/></svg></td>");
    }

    private static String at(DoubleUnaryOperator x, double value) {
        return digits(x.applyAsDouble(value), 1);
    }

    /** From values to places in a drawing, with room for a dot at both ends. */
    private static DoubleUnaryOperator scale(DoubleStream values) {
        var all = values.filter(Double::isFinite).summaryStatistics();
        double span = all.getMax() > all.getMin() ? all.getMax() - all.getMin() : 1;
        return v -> 5 + (WIDTH - 10) * Math.min(1, Math.max(0, (v - all.getMin()) / span));
    }

    private static double or(@Nullable Double value, double other) {
        return value == null ? other : value;
    }

    private static String placeWords(int best, int worst) {
        return best == worst ? String.valueOf(best) : best + (worst - best == 1 ? " or " : " to ") + worst;
    }

    private static String against(StandingsView view, PlaceView p) {
        if (view.oneTest()) {
            return "";
        }
        Double low = p.low();
        Double high = p.high();
        return low == null || high == null ? "= 100" : digits(low, 1) + " to " + digits(high, 1);
    }

    private static String named(SubjectView s) {
        return s.detail().isEmpty() ? s.name() : s.name() + " (" + s.detail() + ")";
    }

    private static String counted(long n, String one) {
        return n == 1 ? "1 " + one : n + " " + one + "s";
    }

    /** A number as it is read, with thousands apart. */
    private static String digits(double value, int decimals) {
        DecimalFormatSymbols symbols = new DecimalFormatSymbols(Locale.ENGLISH);
        symbols.setGroupingSeparator('\u202f');
        DecimalFormat form = new DecimalFormat("#,##0", symbols);
        form.setMinimumFractionDigits(decimals);
        form.setMaximumFractionDigits(decimals);
        return form.format(value);
    }
}
