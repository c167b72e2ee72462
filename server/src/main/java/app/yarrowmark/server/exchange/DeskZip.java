package app.yarrowmark.server.exchange;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.access.Caller;
import app.yarrowmark.server.evidence.EvidenceService;
import app.yarrowmark.server.facts.FactKeyView;
import app.yarrowmark.server.problems.JsonWords;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.scorebook.Cell;
import app.yarrowmark.server.writeups.WriteUpArchive;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.type.TypeReference;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Takes a whole desk in that was taken out as a ZIP: model by model, so that a large one needs no more memory than a small one. */
@Service
public class DeskZip {

    /** The desk file inside. */
    public static final String DESK = "desk.json";

    /** Which files belong to which runs, {@link EvidenceLine}s. */
    public static final String EVIDENCE = "evidence.json";

    /** Write-ups, {@link WriteUpArchive.Archived}s. */
    public static final String WRITE_UPS = "write-ups.json";

    private final DeskFileImport desks;
    private final EvidenceService evidence;
    private final WriteUpArchive writeUps;

    DeskZip(DeskFileImport desks, EvidenceService evidence, WriteUpArchive writeUps) {
        this.desks = desks;
        this.evidence = evidence;
        this.writeUps = writeUps;
    }

    /**
     * A file of a run.
     *
     * @param file its place in the ZIP
     */
    public record EvidenceLine(UUID run, String name, String file) {}

    /**
     * Takes in all that is sound and reports the rest. What is there already is not made twice, so that one that was broken
     * off is taken in again.
     *
     * @throws RuleViolations if it is no such ZIP
     */
    DeskFileImport.Report load(Path zip, Caller caller) {
        try (ZipFile file = new ZipFile(zip.toFile())) {
            ZipEntry desk = file.getEntry(DESK);
            if (desk == null) {
                throw new RuleViolations("file", "is a ZIP without " + DESK + ": it was not taken out of a desk");
            }
            Sum sum = new Sum();
            Set<Cell> cells = new LinkedHashSet<>();
            try (InputStream in = new BufferedInputStream(file.getInputStream(desk));
                    JsonParser json = Json.mapper().createParser(in)) {
                models(json, sum, caller, cells);
            }
            evidence(file, sum, caller);
            writeUps(file, sum, caller);
            return sum.report(desks.review(cells));
        } catch (JsonProcessingException e) {
            throw new RuleViolations("file", "what is in it cannot be read: " + JsonWords.of(e));
        } catch (IOException e) {
            throw new RuleViolations("file", "is no ZIP of a desk, or not whole: " + e.getMessage());
        }
    }

    private void models(JsonParser json, Sum sum, Caller caller, Set<Cell> cells) throws IOException {
        List<FactKeyView> facts = List.of();
        List<String> sheets = List.of();
        require(json.nextToken() == JsonToken.START_OBJECT);
        while (json.nextToken() == JsonToken.FIELD_NAME) {
            String field = json.currentName();
            json.nextToken();
            switch (field) {
                case "facts" -> facts = json.readValueAs(new TypeReference<List<FactKeyView>>() {});
                case "sheets" -> sheets = json.readValueAs(new TypeReference<List<String>>() {});
                case "models" -> {
                    sum.add(desks.take(new DeskFile(facts, sheets, List.of()), caller, cells), "");
                    eachModel(json, sum, caller, cells);
                }
                default -> json.skipChildren();
            }
        }
    }

    private void eachModel(JsonParser json, Sum sum, Caller caller, Set<Cell> cells) throws IOException {
        require(json.currentToken() == JsonToken.START_ARRAY);
        for (int i = 0; json.nextToken() == JsonToken.START_OBJECT; i++) {
            DeskFile.ModelPart model = json.readValueAs(DeskFile.ModelPart.class);
            sum.add(desks.take(new DeskFile(null, null, List.of(model)), caller, cells), "models[" + i + "] ");
        }
    }

    private static void require(boolean sound) {
        if (!sound) {
            throw new RuleViolations("file", "its " + DESK + " is no desk file");
        }
    }

    private void evidence(ZipFile file, Sum sum, Caller caller) throws IOException {
        ZipEntry list = file.getEntry(EVIDENCE);
        if (list == null) {
            return;
        }
        List<EvidenceLine> lines;
        try (InputStream in = file.getInputStream(list)) {
            lines = Json.mapper().readValue(in, new TypeReference<>() {});
        }
        for (EvidenceLine line : lines) {
            try {
                evidence.add(line.run(), line.name(), content(file, line.file()), caller.who());
            } catch (Refusal | RuleViolations e) {
                sum.rejected.add(new RuleViolations.Violation(line.file(), String.valueOf(e.getMessage())));
            }
        }
    }

    private void writeUps(ZipFile file, Sum sum, Caller caller) throws IOException {
        ZipEntry list = file.getEntry(WRITE_UPS);
        if (list == null) {
            return;
        }
        try (InputStream in = new BufferedInputStream(file.getInputStream(list));
                JsonParser json = Json.mapper().createParser(in)) {
            require(json.nextToken() == JsonToken.START_ARRAY);
            for (int i = 0; json.nextToken() == JsonToken.START_OBJECT; i++) {
                WriteUpArchive.Archived one = json.readValueAs(WriteUpArchive.Archived.class);
                try {
                    writeUps.take(one, caller.who());
                } catch (Refusal | RuleViolations e) {
                    sum.rejected.add(
                            new RuleViolations.Violation("write-ups[" + i + "]", String.valueOf(e.getMessage())));
                }
            }
        }
    }

    private static byte[] content(ZipFile file, String name) throws IOException {
        ZipEntry entry = file.getEntry(name);
        if (entry == null) {
            throw new RuleViolations("file", name + " is not in the ZIP");
        }
        try (InputStream in = file.getInputStream(entry)) {
            // One byte more than is kept, so that too large a file is refused and not cut.
            return in.readNBytes(EvidenceService.MOST_BYTES + 1);
        }
    }

    /** Reports of parts, added up. */
    private static final class Sum {

        private final List<RuleViolations.Violation> rejected = new ArrayList<>();
        private DeskFileImport.@Nullable Report all;

        void add(DeskFileImport.Report part, String where) {
            part.rejected()
                    .forEach(v -> rejected.add(
                            new RuleViolations.Violation(where + v.field().replace("models[0].", ""), v.message())));
            DeskFileImport.Report before = all;
            all = before == null
                    ? part
                    : new DeskFileImport.Report(
                            before.models() + part.models(),
                            before.setups() + part.setups(),
                            before.runs() + part.runs(),
                            before.known() + part.known(),
                            0,
                            rejected);
        }

        DeskFileImport.Report report(int doubted) {
            DeskFileImport.Report found = all;
            return found == null
                    ? new DeskFileImport.Report(0, 0, 0, 0, 0, rejected)
                    : new DeskFileImport.Report(
                            found.models(), found.setups(), found.runs(), found.known(), doubted, rejected);
        }
    }
}
