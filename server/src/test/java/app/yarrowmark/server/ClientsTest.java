package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.client.ApiClient;
import app.yarrowmark.client.ApiException;
import app.yarrowmark.client.api.CatalogueApi;
import app.yarrowmark.client.api.ComparisonApi;
import app.yarrowmark.client.api.RunsApi;
import app.yarrowmark.client.api.SetupsApi;
import app.yarrowmark.client.api.SheetsApi;
import app.yarrowmark.client.api.SlipsApi;
import app.yarrowmark.client.api.StandingsApi;
import app.yarrowmark.client.model.ComparedScore;
import app.yarrowmark.client.model.ComparedTest;
import app.yarrowmark.client.model.ComparisonView;
import app.yarrowmark.client.model.Draft;
import app.yarrowmark.client.model.MetricView;
import app.yarrowmark.client.model.ModelView;
import app.yarrowmark.client.model.NewModel;
import app.yarrowmark.client.model.NewSetup;
import app.yarrowmark.client.model.NewUnit;
import app.yarrowmark.client.model.RankedRow;
import app.yarrowmark.client.model.ReadingLine;
import app.yarrowmark.client.model.RunFile;
import app.yarrowmark.client.model.Sender;
import app.yarrowmark.client.model.SetupView;
import app.yarrowmark.client.model.Suite;
import app.yarrowmark.client.model.SuiteView;
import app.yarrowmark.client.model.WrittenFact;
import app.yarrowmark.client.model.WrittenSlip;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Two drives measured, compared and ranked by programs that know the desk only by clients generated from its document. */
class ClientsTest extends ServerTest {

    private static final String SHEET = """
            key: %s
            version: "1"
            name: Drive reads
            group: storage
            metrics:
              - {key: read, name: Read, unit: MB/s, decimals: 1}
            """;

    private String token;

    @BeforeEach
    void tokenOfAScript() {
        token = person.post("/api/v1/access/tokens", "{\"name\":\"client\",\"days\":1}")
                .expect(201)
                .json()
                .get("secret")
                .asText();
    }

    private ApiClient client(String bearer) {
        ApiClient client = new ApiClient();
        client.updateBaseUri("http://127.0.0.1:" + port);
        client.setRequestInterceptor(request -> request.header("Authorization", "Bearer " + bearer));
        return client;
    }

    @Test
    void aJavaProgramDoesAWholeJob() throws ApiException {
        ApiClient desk = client(token);
        SuiteView suite = new SheetsApi(desk).sheetAdd(new Draft().text(SHEET.formatted("javadrives")));
        MetricView read = suite.getMetrics().get(0);
        SetupView slow = drive(desk, "Peatline", "J1", "480 GB", "javadrives", "402.5");
        SetupView fast = drive(desk, "Loam", "J4", "6 TB", "javadrives", "612.4");

        ComparisonView compared = new ComparisonApi(desk)
                .comparisonComparison(
                        List.of("setup-" + slow.getId(), "setup-" + fast.getId()), 0, null, null, null, null, null);
        ComparedTest test = compared.getGroups().get(0).getTests().get(0);
        ComparedScore score = test.getCells().get(1).getComparedScore();
        assertThat(score.getValue()).isEqualTo(612.4);
        assertThat(score.getDifference().getTimes()).isCloseTo(612.4 / 402.5, within(1e-8));

        List<RankedRow> rows = new StandingsApi(desk)
                .standingsRanking(
                        null,
                        read.getId(),
                        null,
                        null,
                        null,
                        null,
                        "javadrive",
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null)
                .getRows();
        assertThat(rows.stream().map(r -> r.getSubject().getName())).containsExactly("Loam J4", "Peatline J1");

        List<ModelView> second =
                new CatalogueApi(desk).catalogueModels(null, "javadrive", null, null, null, null, null, 1, 1, "-maker");
        assertThat(second).extracting(ModelView::getName).containsExactly("J4");
    }

    private static SetupView drive(ApiClient desk, String maker, String name, String size, String suite, String reading)
            throws ApiException {
        CatalogueApi catalogue = new CatalogueApi(desk);
        ModelView model =
                catalogue.catalogueAdd(new NewModel().maker(maker).name(name).kind("javadrive"));
        long unit = catalogue
                .catalogueAddUnit(model.getId(), new NewUnit().label("A"))
                .getId();
        SetupView setup = new SetupsApi(desk).setupAdd(unit, new NewSetup().name("as bought"));
        new SlipsApi(desk)
                .slipWrite(
                        setup.getId(),
                        new WrittenSlip()
                                .addFactsItem(
                                        new WrittenFact().key("storage.size").text(size)));
        UUID id = UUID.randomUUID();
        OffsetDateTime start = OffsetDateTime.parse("2026-05-04T10:00:00Z");
        new RunsApi(desk)
                .runPut(
                        id,
                        new RunFile()
                                .id(id)
                                .suite(new Suite().key(suite).version("1"))
                                .setup(setup.getId())
                                .state(RunFile.StateEnum.DONE)
                                .startedAt(start)
                                .endedAt(start.plusMinutes(2))
                                .sender(new Sender().program("drive script").version("3"))
                                .addReadingsItem(
                                        new ReadingLine().metric("read").text(reading)));
        return setup;
    }

    @Test
    void aRefusalReachesTheProgramWithItsFields() {
        assertThatThrownBy(() -> new CatalogueApi(client(token))
                        .catalogueAdd(
                                new NewModel().maker("").name("").kind("LAPTOP").year(12)))
                .isInstanceOfSatisfying(ApiException.class, e -> {
                    assertThat(e.getCode()).isEqualTo(422);
                    assertThat(e.getResponseBody()).contains("\"violations\"", "\"year\"", "\"name\"");
                });
        assertThatThrownBy(() -> new CatalogueApi(client("nonsense")).catalogueOne(1L))
                .isInstanceOfSatisfying(
                        ApiException.class, e -> assertThat(e.getCode()).isEqualTo(401));
    }

    @Test
    void aTypeScriptProgramDoesAWholeJob() throws IOException, InterruptedException {
        Path web = Path.of("").toAbsolutePath().resolveSibling("web");
        ProcessBuilder job = new ProcessBuilder(
                        "node", "node_modules/vitest/vitest.mjs", "run", "--root", "client", "--reporter", "verbose")
                .directory(web.toFile())
                .redirectErrorStream(true);
        job.environment().put("DESK", "http://127.0.0.1:" + port);
        job.environment().put("TOKEN", token);
        Process process = job.start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(1, TimeUnit.MINUTES)).isTrue();
        assertThat(process.exitValue()).as(said).isZero();
        assertThat(said).contains("1 passed");
    }
}
