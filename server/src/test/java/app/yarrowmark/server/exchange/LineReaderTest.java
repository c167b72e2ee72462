package app.yarrowmark.server.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.yarrowmark.core.exchange.OwnFacts;
import app.yarrowmark.core.exchange.SheetReader;
import app.yarrowmark.core.exchange.TableMapping.Cell;
import app.yarrowmark.core.exchange.TableMapping.Role;
import app.yarrowmark.core.exchange.TableMapping.Shape;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.catalogue.ModelDetails;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.exchange.LineReader.Line;
import app.yarrowmark.server.exchange.LineReader.Unfit;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a line of a table means on a desk of three models. */
class LineReaderTest {

    private static final Suite SILTPATH = new Suite(4, SheetReader.read("""
                    key: siltpath
                    version: "2"
                    name: Siltpath
                    group: storage
                    metrics:
                      - {key: read, name: Long read, unit: MB/s}
                      - {key: wake, name: Wakes, scale: check}
                    """), Map.of("read", 10L, "wake", 11L));

    private final SetupService setups = mock(SetupService.class);
    private final CatalogueService catalogue = mock(CatalogueService.class);
    private final SuiteService suites = mock(SuiteService.class);

    @BeforeEach
    void desk() {
        when(catalogue.models())
                .thenReturn(List.of(
                        model(1, "Ostrel", "Fen 13"), model(2, "Corvane", "Nook 2"), model(3, "Quillon", "Nook 2")));
        when(suites.all()).thenReturn(List.of(SILTPATH));
        when(setups.named(anyLong(), anyString())).thenReturn(Optional.empty());
        when(setups.named(101, "as shipped")).thenReturn(Optional.of(77L));
    }

    @Test
    void aLineIsFoundByWhatItSaysInWhateverLetters() {
        Line line = reader(null, null)
                .read(cell(
                        "read",
                        "512.0",
                        Map.of(Role.DEVICE, "ostrel FEN-13", Role.SUITE, "Siltpath", Role.VERSION, "2")));
        assertThat(line)
                .isEqualTo(new Line(
                        "Ostrel",
                        "Fen 13",
                        "A",
                        "as shipped",
                        77L,
                        4,
                        "read",
                        "512.0",
                        null,
                        null,
                        null,
                        null,
                        null,
                        null));
    }

    @Test
    void whatIsLookedUpIsLookedUpOnce() {
        LineReader reader = reader("siltpath 2", null);
        for (int i = 0; i < 50; i++) {
            reader.read(cell("Long read", "512.0", Map.of(Role.DEVICE, "Fen 13")));
        }
        verify(setups, times(1)).named(101, "as shipped");
        verify(catalogue, times(1)).models();
    }

    @Test
    void aNameOfTwoModelsAsksForTheMaker() {
        assertThat(unfit(reader("siltpath 2", null), cell("read", "5", Map.of(Role.DEVICE, "Nook 2"))))
                .isEqualTo("device: \"Nook 2\" could be [Corvane Nook 2, Quillon Nook 2]; write the maker before it");
        assertThat(reader("siltpath 2", DeviceKind.MINI)
                        .read(cell("read", "5", Map.of(Role.DEVICE, "Nook 2", Role.MAKER, "Quillon")))
                        .maker())
                .isEqualTo("Quillon");
    }

    @Test
    void whatIsMissingIsMadeOnlyWhereThatIsAskedFor() {
        Cell cell = cell("read", "5", Map.of(Role.DEVICE, "Brackwater Slate 11"));
        assertThat(unfit(reader("siltpath 2", null), cell))
                .isEqualTo(
                        "device: there is no model \"Brackwater Slate 11\"; make it first, or have what is missing made");
        Line line = reader("siltpath 2", DeviceKind.TABLET).read(cell);
        assertThat(List.of(line.maker(), line.model())).containsExactly("Brackwater", "Slate 11");
        assertThat(line.setupId()).isNull();
        Line unnamed = reader("siltpath 2", DeviceKind.TABLET).read(cell("read", "5", Map.of(Role.DEVICE, "Slate")));
        assertThat(List.of(unnamed.maker(), unnamed.model())).containsExactly("", "Slate");
    }

    @Test
    void aWordInThePlaceOfANumberSaysWhyThereIsNone() {
        Map<Role, String> device = Map.of(Role.DEVICE, "Fen 13");
        assertThat(reader("siltpath 2", null).read(cell("read", "n/a", device)).gap())
                .isEqualTo("the table has \"n/a\"");
        assertThat(reader("siltpath 2", null).read(cell("read", "-", device)).gap())
                .isEqualTo("the table has \"-\"");
        assertThat(reader("siltpath 2", null)
                        .read(cell("read", "did not install", device))
                        .gap())
                .isEqualTo("did not install");
    }

    @Test
    void aSummaryOfTheLinesAboveIsNoDevice() {
        assertThat(unfit(reader("siltpath 2", DeviceKind.TABLET), cell("read", "5", Map.of(Role.DEVICE, "Average"))))
                .isEqualTo("device: is a summary of the lines above it, not a device");
    }

    @Test
    void whatAListMeasuredIsASampleOfItsOwn() {
        LineReader reader = reader("siltpath 2", DeviceKind.TABLET);
        Map<Role, String> device = Map.of(Role.DEVICE, "Brackwater Slate 11");
        assertThat(reader.read(cell("read", "5", device)).unit()).isEqualTo("A");
        Map<Role, String> listed =
                Map.of(Role.DEVICE, "Brackwater Slate 11", Role.ORIGIN, "Fieldpaper " + "9".repeat(60));
        Line line = reader.read(cell("read", "5", listed));
        assertThat(line.unit()).isEqualTo("Fieldpaper " + "9".repeat(49));
        assertThat(line.about().origin()).isEqualTo("Fieldpaper " + "9".repeat(60));
        Map<Role, String> named = Map.of(Role.DEVICE, "Brackwater Slate 11", Role.ORIGIN, "Fieldpaper", Role.UNIT, "B");
        assertThat(reader.read(cell("read", "5", named)).unit()).isEqualTo("B");
    }

    @Test
    void aNewModelKeepsTheLettersItWasFirstWrittenIn() {
        LineReader reader = reader("siltpath 2", DeviceKind.TABLET);
        reader.read(cell("read", "5", Map.of(Role.DEVICE, "Brackwater Slate 11")));
        assertThat(reader.read(cell("read", "5", Map.of(Role.DEVICE, "BRACKWATER slate-11")))
                        .model())
                .isEqualTo("Slate 11");
    }

    @Test
    void aSetupThatIsNotThereIsToldWithItsUnit() {
        assertThat(unfit(
                        reader("siltpath 2", null),
                        cell("read", "5", Map.of(Role.DEVICE, "Fen 13", Role.UNIT, "B", Role.SETUP, "new drive"))))
                .startsWith("setup: there is no setup \"new drive\" of unit B of Fen 13; make it first");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "SUITE | moss 1 | suite: there is no suite \"moss 1\"; write name and version, such as kernmill 3",
                "DEVICE | | device: says no device",
                "REPEAT | two | repeat: is a whole number, got \"two\"",
                "TIME | 5.4.26 | time: is a day or time such as 2026-05-04 or 2026-05-04 10:30, got \"5.4.26\""
            })
    void whatCannotBeReadIsToldWithItsColumn(Role role, @Nullable String text, String message) {
        Map<Role, String> fields = new EnumMap<>(Map.of(Role.DEVICE, "Fen 13"));
        fields.put(role, text == null ? "" : text);
        assertThat(unfit(reader("siltpath 2", null), cell("read", "5", fields))).isEqualTo(message);
    }

    @Test
    void longTextsAreRefusedBeforeTheDatabaseWould() {
        for (Role role : List.of(Role.UNIT, Role.SETUP, Role.NOTE)) {
            assertThat(unfit(
                            reader("siltpath 2", DeviceKind.LAPTOP),
                            cell("read", "5", Map.of(Role.DEVICE, "Fen 13", role, "x".repeat(501)))))
                    .contains("has 501 characters; at most ");
        }
    }

    @Test
    void anUnfitValueStillSaysWhoseRepeatItWas() {
        LineReader reader = reader("siltpath 2", null);
        Unfit unfit = catchThrowableOfType(
                Unfit.class, () -> reader.read(cell("read", "5fast", Map.of(Role.DEVICE, "Fen 13"))));
        assertThat(unfit.column()).isEqualTo("value");
        assertThat(unfit.line()).isNotNull().extracting(Line::setupId).isEqualTo(77L);
        Unfit metric =
                catchThrowableOfType(Unfit.class, () -> reader.read(cell("write", "5", Map.of(Role.DEVICE, "Fen 13"))));
        assertThat(metric).hasMessage("siltpath 2 has no metric \"write\"; it has [read, wake]");
        assertThat(metric.line()).isNull();
        assertThat(unfit(reader, cell("read", "1".repeat(41), Map.of(Role.DEVICE, "Fen 13"))))
                .isEqualTo("value: has 41 characters; a value has at most 40");
    }

    @ParameterizedTest
    @CsvSource({
        "2026-05-04, 2026-05-04T00:00:00Z",
        "2026-05-04 10:30, 2026-05-04T10:30:00Z",
        "2026-05-04T10:30:15Z, 2026-05-04T10:30:15Z",
        "2026-05-04T10:30:15+02:00, 2026-05-04T08:30:15Z"
    })
    void timesAreUtcUnlessTheySayOtherwise(String text, Instant at) {
        Line line = reader("siltpath 2", null).read(cell("read", "5", Map.of(Role.DEVICE, "Fen 13", Role.TIME, text)));
        assertThat(line.startedAt()).isEqualTo(at);
    }

    private LineReader reader(@Nullable String suite, @Nullable DeviceKind make) {
        Map<Role, String> columns = new EnumMap<>(Role.class);
        for (Role role : Role.values()) {
            columns.put(role, role.name().toLowerCase(java.util.Locale.ROOT));
        }
        return new LineReader(
                new ImportSettings(
                        ",",
                        List.of(),
                        Shape.LONG,
                        columns,
                        Map.of(),
                        suite,
                        null,
                        null,
                        make,
                        null,
                        null,
                        null,
                        null,
                        null),
                catalogue,
                suites,
                setups,
                FactDictionary.of(OwnFacts.all()));
    }

    private static Cell cell(String metric, String value, Map<Role, String> fields) {
        return new Cell(2, "value", fields, metric, value, Map.of());
    }

    private static String unfit(LineReader reader, Cell cell) {
        Unfit unfit = catchThrowableOfType(Unfit.class, () -> reader.read(cell));
        return unfit.column() + ": " + unfit.getMessage();
    }

    private static ModelView model(long id, String maker, String name) {
        return new ModelView(
                id,
                maker,
                name,
                DeviceKind.LAPTOP,
                null,
                List.of(new UnitView(100 + id, id, "A", "", false, 0)),
                new ModelDetails(List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), List.of()),
                1);
    }
}
