package app.yarrowmark.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.suite.SuiteSheet;
import org.junit.jupiter.api.Test;

class ComparabilityTest {

    private static SuiteSheet sheet(String version, String more) {
        return SheetReader.read(
                "key: kernmill\nversion: \"" + version + "\"\nname: Kernmill\ngroup: processor\n" + more);
    }

    private static final String METRICS =
            "metrics:\n  - {key: weave, name: Weave, unit: MB/s}\n  - {key: size, name: Size, unit: MB, scale: information}\n";

    private static String obstacle(SuiteSheet a, SuiteSheet b, String metric) {
        return Comparability.obstacle(a, b, metric).orElse("none");
    }

    @Test
    void theSameVersionCompares() {
        assertThat(obstacle(sheet("3", METRICS), sheet("3", METRICS), "weave")).isEqualTo("none");
    }

    @Test
    void anotherVersionComparesOnlyIfEitherSheetSaysSo() {
        SuiteSheet three = sheet("3", METRICS);
        assertThat(obstacle(three, sheet("4", METRICS), "weave"))
                .isEqualTo("version 3 and version 4 are different tests");
        SuiteSheet four = sheet("4", "compares_with: [\"3\"]\n" + METRICS);
        assertThat(obstacle(three, four, "weave")).isEqualTo("none");
        assertThat(obstacle(four, three, "weave")).isEqualTo("none");
    }

    @Test
    void anotherSettingIsAnotherTest() {
        SuiteSheet on = sheet("4", "compares_with: [\"3\"]\nsettings: {screen: \"on\"}\n" + METRICS);
        assertThat(obstacle(on, sheet("3", "settings: {screen: \"off\"}\n" + METRICS), "weave"))
                .isEqualTo("screen is on in one and off in the other");
    }

    @Test
    void aMetricMustMeanTheSame() {
        SuiteSheet three = sheet("3", METRICS);
        SuiteSheet seconds =
                sheet("4", "compares_with: [\"3\"]\nmetrics:\n  - {key: weave, name: Weave, unit: s, better: lower}\n");
        assertThat(obstacle(three, seconds, "weave")).contains("different scales");
        assertThat(obstacle(three, seconds, "size")).isEqualTo("kernmill 4 has no such test");
        assertThat(obstacle(three, three, "size")).contains("information");
    }
}
