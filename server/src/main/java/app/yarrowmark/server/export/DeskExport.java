package app.yarrowmark.server.export;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.core.exchange.OwnSuites;
import app.yarrowmark.core.exchange.RunFile;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.suite.SuiteId;
import app.yarrowmark.server.catalogue.CatalogueService;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.catalogue.ModelView;
import app.yarrowmark.server.catalogue.UnitView;
import app.yarrowmark.server.evidence.EvidenceService;
import app.yarrowmark.server.evidence.EvidenceView;
import app.yarrowmark.server.exchange.DeskFile;
import app.yarrowmark.server.exchange.DeskZip;
import app.yarrowmark.server.facts.FactKeyView;
import app.yarrowmark.server.facts.FactService;
import app.yarrowmark.server.runs.RunFiles;
import app.yarrowmark.server.runs.RunReview;
import app.yarrowmark.server.runs.SetupFlags;
import app.yarrowmark.server.setups.SetupService;
import app.yarrowmark.server.setups.SetupView;
import app.yarrowmark.server.sittings.Sitting;
import app.yarrowmark.server.sittings.SittingService;
import app.yarrowmark.server.suites.Suite;
import app.yarrowmark.server.suites.SuiteService;
import app.yarrowmark.server.writeups.WriteUpArchive;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.sql.DataSource;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/**
 * A desk as a ZIP: the desk file that another desk takes in, the evidence of its runs, and what people read: history, kept views
 * and who was here. Written setup by setup, so that it takes no more memory for a large desk.
 */
@Service
class DeskExport {

    private static final String READ_ME = """
            A desk of Yarrowmark, taken out whole or in part.

            desk.json      devices, units, setups with their facts, suites, and every run with its readings as written;
                           another desk takes it in, and comes to the same scores
            write-ups.json write-ups with their figures, and every state that readers saw; another desk takes them in
            evidence.json  which file belongs to which run; the files are in the folder evidence
            history.csv    who changed what and when
            views.csv      views that were kept under a name
            people.csv     who has an account; no passwords and no tokens
            """;

    private final JdbcTemplate jdbc;
    private final CatalogueService catalogue;
    private final SetupService setups;
    private final SittingService sittings;
    private final SuiteService suites;
    private final FactService facts;
    private final RunFiles runs;
    private final SetupFlags flags;
    private final EvidenceService evidence;
    private final RunReview review;
    private final WriteUpArchive writeUps;

    DeskExport(
            DataSource source,
            CatalogueService catalogue,
            SetupService setups,
            SittingService sittings,
            SuiteService suites,
            FactService facts,
            RunFiles runs,
            SetupFlags flags,
            EvidenceService evidence,
            RunReview review,
            WriteUpArchive writeUps) {
        this.jdbc = new JdbcTemplate(source);
        this.jdbc.setFetchSize(1000);
        this.catalogue = catalogue;
        this.setups = setups;
        this.sittings = sittings;
        this.suites = suites;
        this.facts = facts;
        this.runs = runs;
        this.flags = flags;
        this.evidence = evidence;
        this.review = review;
        this.writeUps = writeUps;
    }

    /** @param kind of device; all, with history, views and people, if null */
    void write(@Nullable DeviceKind kind, OutputStream out) {
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry("READ-ME.txt"));
            zip.write(READ_ME.getBytes(StandardCharsets.UTF_8));
            zip.putNextEntry(new ZipEntry(DeskZip.DESK));
            List<DeskZip.EvidenceLine> files = new ArrayList<>();
            desk(kind, zip, files);
            evidence(zip, files);
            if (kind == null) {
                writeUps(zip);
                table(
                        zip,
                        "history.csv",
                        List.of("at", "kind", "record", "what", "who", "reason"),
                        "select at, kind, record_id, what, who, reason from record_event order by at, id");
                table(
                        zip,
                        "views.csv",
                        List.of("name", "page", "address", "who", "at"),
                        "select name, page, address, who, at from board order by name");
                table(
                        zip,
                        "people.csv",
                        List.of("name", "role", "since", "closed"),
                        "select name, lower(role), created_at, closed_at from account order by created_at");
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void writeUps(ZipOutputStream zip) throws IOException {
        zip.putNextEntry(new ZipEntry(DeskZip.WRITE_UPS));
        JsonGenerator json = Json.mapper().createGenerator(zip);
        json.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
        json.writeStartArray();
        for (long id : writeUps.all()) {
            json.writeObject(writeUps.of(id));
        }
        json.writeEndArray();
        json.close();
    }

    private void desk(@Nullable DeviceKind kind, OutputStream zip, List<DeskZip.EvidenceLine> files)
            throws IOException {
        JsonGenerator json = Json.mapper().createGenerator(zip);
        json.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
        json.writeStartObject();
        json.writeObjectField(
                "facts", facts.all().stream().filter(FactKeyView::own).toList());
        json.writeArrayFieldStart("sheets");
        Set<SuiteId> shipped = new HashSet<>();
        OwnSuites.all().values().forEach(sheet -> shipped.add(sheet.id()));
        for (Suite suite : suites.all()) {
            if (!shipped.contains(suite.sheet().id())) {
                json.writeString(suites.text(suite.id()).text());
            }
        }
        json.writeEndArray();
        json.writeArrayFieldStart("models");
        for (ModelView model : catalogue.models()) {
            if (kind == null || kind.equals(model.kind())) {
                model(model, json, files);
            }
        }
        json.writeEndArray();
        json.writeEndObject();
        json.close();
    }

    private void model(ModelView model, JsonGenerator json, List<DeskZip.EvidenceLine> files) throws IOException {
        json.writeStartObject();
        json.writeStringField("maker", model.maker());
        json.writeStringField("name", model.name());
        json.writeObjectField("kind", model.kind());
        json.writeObjectField("year", model.year());
        json.writeObjectField("details", model.details());
        json.writeArrayFieldStart("units");
        for (UnitView unit : model.units()) {
            json.writeStartObject();
            json.writeStringField("label", unit.label());
            json.writeStringField("variant", unit.variant());
            json.writeArrayFieldStart("setups");
            for (SetupView setup : setups.ofUnit(unit.id())) {
                DeskFile.SetupPart part = part(setup);
                json.writeObject(part);
                files.addAll(filesOf(part));
            }
            json.writeEndArray();
            json.writeEndObject();
        }
        json.writeEndArray();
        json.writeEndObject();
    }

    private DeskFile.SetupPart part(SetupView setup) {
        List<RunFile> files = runs.of(setup.id());
        Optional<Sitting> last = sittings.lastOf(setup.id());
        Set<Long> sat = new TreeSet<>();
        files.stream().map(RunFile::sitting).filter(Objects::nonNull).forEach(sat::add);
        last.ifPresent(s -> sat.add(s.id()));
        List<String> planned = new ArrayList<>();
        Map<String, String> leftOut = new LinkedHashMap<>();
        for (Sitting.Planned p : last.map(Sitting::planned).orElse(List.of())) {
            String suite = text(p.suiteId());
            if (p.gapReason() == null) {
                planned.add(suite);
            } else {
                leftOut.put(suite, p.gapReason());
            }
        }
        return new DeskFile.SetupPart(
                setup.name(),
                setup.parentName(),
                setup.tuned(),
                setup.tuning(),
                meant(setup),
                calls(setup),
                facts(setup, false),
                facts(setup, true),
                setup.note(),
                flags.of(setup.id()).stream()
                        .map(f -> new DeskFile.FlagPart(f.suite() == null ? null : text(f.suite()), f.flag(), f.note()))
                        .toList(),
                List.copyOf(sat),
                planned,
                leftOut,
                last.map(s -> s.closedAt() == null).orElse(false),
                last.map(Sitting::ticked).orElse(List.of()),
                last.map(Sitting::roomTemperature).orElse(null),
                files,
                review.confirmed(setup.id()).stream()
                        .map(c -> new DeskFile.ConfirmedPart(c.run(), c.metrics()))
                        .toList());
    }

    private String text(long suite) {
        SuiteId id = suites.get(suite).sheet().id();
        return id.key() + " " + id.version();
    }

    private static List<RunFile.FactLine> facts(SetupView setup, boolean typed) {
        return setup.facts().stream()
                .filter(f -> (f.origin() == Fact.Origin.TYPED) == typed)
                .map(f -> new RunFile.FactLine(f.key(), f.value(), f.unit(), f.reason()))
                .toList();
    }

    /** What was changed on purpose; where it was said so later with a note, that is a call. */
    private static List<String> meant(SetupView setup) {
        return setup.differences().stream()
                .filter(d -> d.standing() == SetupView.Standing.MEANT && d.note() == null)
                .map(SetupView.DifferenceView::key)
                .toList();
    }

    private static List<DeskFile.CallPart> calls(SetupView setup) {
        return setup.differences().stream()
                .filter(d -> d.standing() == SetupView.Standing.CAVEAT
                        || d.standing() == SetupView.Standing.MEANT && d.note() != null)
                .map(d -> new DeskFile.CallPart(d.key(), d.standing() == SetupView.Standing.MEANT, d.note()))
                .toList();
    }

    private List<DeskZip.EvidenceLine> filesOf(DeskFile.SetupPart part) {
        List<RunFile> own = part.runs() == null ? List.of() : part.runs();
        return evidence.of(own.stream().map(RunFile::id).toList()).stream()
                .map(f -> new DeskZip.EvidenceLine(f.runId(), f.name(), place(f)))
                .toList();
    }

    private static String place(EvidenceView file) {
        return "evidence/" + file.hash();
    }

    private void evidence(ZipOutputStream zip, List<DeskZip.EvidenceLine> lines) throws IOException {
        zip.putNextEntry(new ZipEntry(DeskZip.EVIDENCE));
        zip.write(Json.write(lines).getBytes(StandardCharsets.UTF_8));
        Set<String> written = new HashSet<>();
        for (DeskZip.EvidenceLine line : lines) {
            if (written.add(line.file())) {
                zip.putNextEntry(new ZipEntry(line.file()));
                zip.write(evidence.content(line.file().substring("evidence/".length()), false)
                        .bytes());
            }
        }
    }

    private void table(ZipOutputStream zip, String name, List<String> head, String query) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        BufferedWriter out = new BufferedWriter(new OutputStreamWriter(zip, StandardCharsets.UTF_8));
        CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180);
        csv.printRecord(head);
        jdbc.query(query, row -> {
            try {
                for (int i = 1; i <= head.size(); i++) {
                    String text = row.getString(i);
                    csv.print(text == null ? "" : Cells.text(text));
                }
                csv.println();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
        out.flush();
    }
}
