package app.yarrowmark.server.writeups;

import app.yarrowmark.core.claim.ClaimCheck.Sheet;
import app.yarrowmark.core.claim.Known;
import app.yarrowmark.core.score.Score;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.written.UnitWords;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.scorebook.ScoreBook;
import app.yarrowmark.server.scorebook.ScoreSnapshot;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The scores of devices, as numbers that a text may say. */
@Component
class NamedScores {

    private final SetupService setups;
    private final SuiteService suites;
    private final ScoreBook book;

    NamedScores(SetupService setups, SuiteService suites, ScoreBook book) {
        this.setups = setups;
        this.suites = suites;
        this.book = book;
    }

    /** Returns all scores of the setups of models, in one sheet, so that they can be held against each other. */
    List<Sheet> of(List<ModelView> models) {
        ScoreSnapshot scores = book.current();
        List<Suite> all = suites.all();
        List<Known> numbers = new ArrayList<>();
        for (ModelView model : models) {
            for (UnitView unit : model.units()) {
                for (SetupView setup : setups.ofUnit(unit.id())) {
                    String called = SetupLabel.called(model.maker(), model.name()) + ", " + setup.name();
                    all.forEach(suite -> add(numbers, scores, setup.id(), called, suite));
                }
            }
        }
        return numbers.isEmpty() ? List.of() : List.of(new Sheet("scores", numbers));
    }

    private static void add(List<Known> numbers, ScoreSnapshot scores, long setup, String called, Suite suite) {
        for (Metric metric : suite.sheet().metrics()) {
            Map<Long, Score> column = scores.column(suite.metricId(metric)).scores();
            Score score = column.get(setup);
            if (score != null) {
                double value = score.value();
                String text = BigDecimal.valueOf(value)
                        .setScale(metric.decimals(), RoundingMode.HALF_UP)
                        .toPlainString();
                numbers.add(new Known(
                        suite.sheet().name() + " " + suite.sheet().id().version() + " · " + metric.name(),
                        called,
                        "",
                        text,
                        value,
                        UnitWords.word(metric.unit()),
                        null,
                        null,
                        metric.better() == Direction.LOWER,
                        0));
            }
        }
    }
}
