package app.yarrowmark.server.runs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.setups.SetupLabel;
import app.yarrowmark.server.setups.SetupLabels;
import app.yarrowmark.server.setups.TestLabels;
import app.yarrowmark.server.suites.Suite;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class SuiteTimesTest {

    private static final Instant NOON = Instant.parse("2026-05-04T12:00:00Z");
    private static final Suite SUITE = new Suite(
            4,
            SheetReader.read("key: kernmill\nversion: '3'\nname: Kernmill\ngroup: processor\nminutes: 4\n"
                    + "metrics: [{key: weave, name: Weave, unit: s}]"),
            Map.of("weave", 41L));
    private static final long PHONE = 1;
    private static final long SAME_PHONE_CHANGED = 2;
    private static final long OTHER_PHONE = 3;
    private static final long LAPTOP = 4;

    private final RunRepository runs = mock();
    private final SetupLabels setupLabels = mock(SetupLabels.class);
    private final SuiteTimes times = new SuiteTimes(runs, setupLabels);
    /** The last first. */
    private final List<RunRepository.Took> kept = new ArrayList<>();

    @BeforeEach
    void setups() {
        Map<Long, SetupLabel> labels = Stream.of(
                        TestLabels.named(PHONE, 1, DeviceKind.PHONE, "A", null),
                        TestLabels.named(SAME_PHONE_CHANGED, 1, DeviceKind.PHONE, "A", PHONE),
                        TestLabels.named(OTHER_PHONE, 1, DeviceKind.PHONE, "B", null),
                        TestLabels.named(LAPTOP, 2, DeviceKind.LAPTOP, "A", null))
                .collect(Collectors.toMap(SetupLabel::setupId, Function.identity()));
        when(setupLabels.all()).thenReturn(labels);
        when(runs.times(eq(List.of(4L)), any())).thenReturn(kept);
    }

    @Test
    void withoutARunTheSheetTells() {
        assertThat(on(PHONE).of(SUITE)).isEqualTo(4);
        assertThat(on(PHONE).isLearned(4)).isFalse();
    }

    @Test
    void oneRunOfTheKindIsHearsayTwoTell() {
        took(OTHER_PHONE, 90);
        took(LAPTOP, 6);
        assertThat(on(PHONE).isLearned(4)).isFalse();
        took(OTHER_PHONE, 150);
        assertThat(on(PHONE).of(SUITE)).isEqualTo(2);
        assertThat(on(PHONE).isLearned(4)).isTrue();
    }

    @Test
    void oneRunOnTheDeviceItselfTellsWhateverItsSetup() {
        took(OTHER_PHONE, 90);
        took(OTHER_PHONE, 90);
        took(SAME_PHONE_CHANGED, 300);
        assertThat(on(PHONE).of(SUITE)).isEqualTo(5);
    }

    @Test
    void onlyTheLastFiveOfADeviceCount() {
        for (int i = 0; i < 5; i++) {
            took(PHONE, 60);
        }
        for (int i = 0; i < 20; i++) {
            took(PHONE, 600);
        }
        assertThat(on(PHONE).of(SUITE)).isEqualTo(1);
    }

    @Test
    void aRunOfASecondIsNone() {
        took(PHONE, 1);
        assertThat(on(PHONE).isLearned(4)).isFalse();
    }

    @Test
    void kindsAreToldApart() {
        took(PHONE, 60);
        took(OTHER_PHONE, 120);
        took(LAPTOP, 30);
        took(LAPTOP, 30);
        assertThat(times.byKind(4)).containsExactly(Map.entry(DeviceKind.LAPTOP, .5), Map.entry(DeviceKind.PHONE, 1.5));
        assertThat(times.onKind(DeviceKind.TABLET, List.of(4L)).of(SUITE)).isEqualTo(4);
        assertThat(times.onKind(null, List.of(4L)).of(SUITE)).isEqualTo(.75);
    }

    private SuiteTimes.Minutes on(long setup) {
        return times.on(setup, List.of(4L));
    }

    private void took(long setup, int seconds) {
        kept.add(new RunRepository.Took(setup, 4L, NOON, NOON.plusSeconds(seconds)));
    }
}
