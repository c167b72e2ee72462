package app.yarrowmark.core.check;

import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactText;
import app.yarrowmark.core.setup.Facts;
import app.yarrowmark.core.suite.Direction;
import app.yarrowmark.core.suite.Metric;
import app.yarrowmark.core.suite.SuiteSheet;
import app.yarrowmark.core.suite.TestGroup;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Tells which frame rates were held at the rate of the display: pictures that wait for it come as often as it shows them,
 * whatever the device could do.
 *
 * @param rate how often the display shows a picture, Hz
 */
public record DisplayHold(double rate) {

    /** How far from the display's rate one that is held at it is read, as a share; rates on the label are rounded. */
    static final double WITHIN = 0.01;

    private static final String UNIT = "{frame}/s";
    private static final Pattern OFF_SCREEN = Pattern.compile("\\boff[- ]?screen\\b", Pattern.CASE_INSENSITIVE);
    private static final Pattern ON_SCREEN = Pattern.compile("\\bon[- ]?screen\\b", Pattern.CASE_INSENSITIVE);

    /** Returns what a setup's pictures are held at; empty where its refresh is not known, or nothing waits for it. */
    public static Optional<DisplayHold> of(Facts facts) {
        boolean free = value(facts, "display.sync").flatMap(FactText::flag).equals(Optional.of(false));
        return free
                ? Optional.empty()
                : value(facts, "display.refresh")
                        .flatMap(FactText::number)
                        .filter(hertz -> hertz > 0)
                        .map(DisplayHold::new);
    }

    private static Optional<String> value(Facts facts, String key) {
        return facts.get(key).flatMap(Fact::value);
    }

    /** Returns the metrics of a sheet that a display can hold: rates of frames, drawn on it, that are to tell a speed. */
    public static List<Metric> metrics(SuiteSheet sheet) {
        return sheet.metrics().stream()
                .filter(m -> m.unit().equals(UNIT) && m.isRatio() && m.better() == Direction.HIGHER)
                .filter(m -> sheet.groupOf(m) != TestGroup.PLAYBACK)
                .filter(m -> isOnScreen(sheet, m))
                .toList();
    }

    private static boolean isOnScreen(SuiteSheet sheet, Metric metric) {
        return ON_SCREEN.matcher(metric.name()).find()
                || Stream.concat(Stream.of(metric.name()), sheet.settings().values().stream())
                        .noneMatch(text -> OFF_SCREEN.matcher(text).find());
    }

    /** Returns whether a frame rate was held here. */
    public boolean holds(double framesPerSecond) {
        return Math.abs(framesPerSecond - rate) <= WITHIN * rate;
    }
}
