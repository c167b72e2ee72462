package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;

/** A desk taken out as a ZIP and taken in again: as another device, since it is all there already. */
class DeskZipTest extends ServerTest {

    private static final ObjectMapper JSON = new ObjectMapper();

    private static final String OWN_FACT =
            "{\"key\":\"desk.pitch\",\"words\":\"Pitch\",\"group\":\"OTHER\",\"type\":\"TEXT\",\"affects\":[]}";

    private final String tag = UUID.randomUUID().toString().substring(0, 8);
    private final String kind = "Loom " + tag;

    private static Map<String, byte[]> parts(byte[] zip) throws IOException {
        Map<String, byte[]> parts = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
                parts.put(e.getName(), in.readAllBytes());
            }
        }
        return parts;
    }

    private static byte[] zip(Map<String, byte[]> parts) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (var part : parts.entrySet()) {
                zip.putNextEntry(new ZipEntry(part.getKey()));
                zip.write(part.getValue());
            }
        }
        return out.toByteArray();
    }

    private String kept(long sitting, String extra) {
        UUID id = UUID.randomUUID();
        person.put("/api/v1/runs/" + id, run(id, "\"sitting\":" + sitting + "," + extra, "outmill" + tag, "wait=3"))
                .expect(201);
        return id.toString();
    }

    /** Four runs: two that count, one set aside with a file, one flagged by itself; and a flag on the setup. */
    private long oddDevice() {
        // Of the desk itself: the second test finds it there.
        assertThat(person.post("/api/v1/facts", OWN_FACT).status()).isIn(201, 409);
        JsonNode sheet = onDesk(kind, "Loom " + tag, suite("outmill" + tag, "processor"));
        long setup = sheet.at("/setup/id").asLong();
        long sitting = sheet.get("sitting").asLong();
        person.put("/api/v1/setups/" + setup + "/note", "{\"note\":\"the room was warm\"}")
                .expect(200);
        person.put("/api/v1/setups/" + setup + "/facts", "{\"facts\":[{\"key\":\"memory.size\",\"text\":\"16 GiB\"}]}")
                .expect(200);
        String sure = keep(sitting, "outmill" + tag, "weave=1 004.70", "wait=12.5")
                .json()
                .get("id")
                .asText();
        person.post("/api/v1/runs/" + sure + "/confirmations/wait", "{\"note\":\"it does\"}")
                .expect(200);
        kept(sitting, "\"flags\":[\"RECORDING\"],\"note\":\"a window was open\",");
        String aside = kept(sitting, "");
        person.post("/api/v1/runs/" + aside + "/set-aside", "{\"reason\":\"a slip\"}")
                .expect(200);
        person.upload("/api/v1/runs/" + aside + "/evidence?name=why.txt", "it fell".getBytes(StandardCharsets.UTF_8))
                .expect(201);
        keep(sitting, "outmill" + tag, "weave=1 010", "wait=12.4");
        person.put("/api/v1/setups/" + setup + "/flags/MAKER_TUNING", "{\"note\":\"it knows the suite\"}")
                .expect(200);
        return setup;
    }

    private List<JsonNode> runs(long setup) {
        List<JsonNode> runs = new ArrayList<>();
        person.get("/api/v1/runs?size=200&setup=" + setup)
                .json()
                .get("rows")
                .forEach(row -> runs.add(
                        0, person.get("/api/v1/runs/" + row.get("id").asText()).json()));
        return runs;
    }

    @Test
    void whatIsTakenOutIsTakenInDigitForDigit() throws Exception {
        long setup = oddDevice();
        Map<String, byte[]> parts = parts(person.bytes("/api/v1/desk.zip?kind=" + kind.replace(" ", "+")));
        assertThat(parts)
                .containsKeys("READ-ME.txt", "desk.json", "evidence.json")
                .doesNotContainKey("people.csv");
        JsonNode desk = JSON.readTree(parts.get("desk.json"));
        assertThat(desk.get("models")).hasSize(1);

        // As another device, with runs of its own.
        ((ObjectNode) desk.at("/models/0")).put("name", "Second loom " + tag);
        // One of them as if in a sitting before.
        ObjectNode part = (ObjectNode) desk.at("/models/0/units/0/setups/0");
        ((ArrayNode) part.get("sat")).insert(0, 7);
        ((ObjectNode) part.at("/runs/0")).put("sitting", 7);
        String text = desk.toString();
        ArrayNode evidence = (ArrayNode) JSON.readTree(parts.get("evidence.json"));
        for (JsonNode run : desk.at("/models/0/units/0/setups/0/runs")) {
            String id = run.get("id").asText();
            String other = UUID.randomUUID().toString();
            text = text.replace(id, other);
            evidence.forEach(line -> {
                if (line.get("run").asText().equals(id)) {
                    ((ObjectNode) line).put("run", other);
                }
            });
        }
        parts.put("desk.json", text.getBytes(StandardCharsets.UTF_8));
        parts.put("evidence.json", evidence.toString().getBytes(StandardCharsets.UTF_8));
        JsonNode report = person.file("/api/v1/desk-zips", null, "desk.zip", zip(parts))
                .expect(200)
                .json();
        assertThat(report.get("rejected")).isEmpty();
        assertThat(report.get("runs").asInt()).isEqualTo(4);

        long twin = twin();
        JsonNode before = person.get("/api/v1/setups/" + setup).json();
        JsonNode after = person.get("/api/v1/setups/" + twin).json();
        assertThat(after.get("note").asText()).isEqualTo("the room was warm");
        assertThat(after.get("facts")).isEqualTo(before.get("facts"));
        assertThat(person.get("/api/v1/setups/" + twin + "/flags")
                        .json()
                        .at("/0/note")
                        .asText())
                .isEqualTo("it knows the suite");
        List<JsonNode> old = runs(setup);
        List<JsonNode> made = runs(twin);
        assertThat(made).hasSize(4);
        assertThat(made.stream().map(r -> r.get("confirmed").toString()))
                .as("what was confirmed is not asked again")
                .filteredOn(c -> c.equals("[\"wait\"]"))
                .hasSize(1);
        assertThat(made.stream().map(DeskZipTest::told))
                .containsExactlyInAnyOrderElementsOf(
                        old.stream().map(DeskZipTest::told).toList());
        assertThat(made.stream().map(r -> r.get("sittingId")).distinct())
                .as("a sitting before the last")
                .hasSize(2);
        assertThat(person.get("/api/v1/runs/" + evidence.at("/0/run").asText() + "/evidence")
                        .json()
                        .at("/0/name")
                        .asText())
                .isEqualTo("why.txt");

        String model = "/api/v1/models/"
                + person.get("/api/v1/setups/" + twin).json().get("modelId").asText();
        ObjectNode known = modelOf(twin);
        ObjectNode edit = JSON.createObjectNode();
        for (String what : List.of("maker", "name", "kind", "details", "edition")) {
            edit.set(what, known.get(what));
        }
        ((ArrayNode) edit.at("/details/pros")).add("light");
        person.put(model, edit.toString()).expect(200);

        JsonNode again = person.file("/api/v1/desk-zips", null, "desk.zip", zip(parts))
                .expect(200)
                .json();
        assertThat(again.get("known").asInt()).as("nothing is made twice").isEqualTo(4);
        assertThat(again.get("runs").asInt()).isZero();
        assertThat(runs(twin)).hasSize(4);
        assertThat(modelOf(twin).at("/details/pros/0").asText())
                .as("what is known here stays")
                .isEqualTo("light");
    }

    private ObjectNode modelOf(long setup) {
        String id = person.get("/api/v1/setups/" + setup).json().get("modelId").asText();
        for (JsonNode model : person.get("/api/v1/models").json()) {
            if (model.get("id").asText().equals(id)) {
                return (ObjectNode) model;
            }
        }
        throw new AssertionError("no model " + id);
    }

    /** What a run says, but for its number. */
    private static String told(JsonNode detail) {
        return List.of("state", "reason", "readings", "flags", "startedAt", "sender").stream()
                .map(what -> detail.at("/run/" + what).toString())
                .collect(Collectors.joining(" ", "", detail.path("note").toString()));
    }

    private long twin() {
        for (JsonNode model : person.get("/api/v1/models").json()) {
            if (model.get("name").asText().equals("Second loom " + tag)) {
                return person.get("/api/v1/units/" + model.at("/units/0/id").asText() + "/setups")
                        .json()
                        .at("/0/id")
                        .asLong();
            }
        }
        throw new AssertionError("it was not taken in");
    }

    @Test
    void theWholeDeskHoldsHistoryAndPeopleAndNoSecrets() throws Exception {
        oddDevice();
        Map<String, byte[]> parts = parts(person.bytes("/api/v1/desk.zip"));
        assertThat(new String(parts.get("people.csv"), StandardCharsets.UTF_8))
                .contains("Wren Alder,owner")
                .doesNotContain("$2");
        assertThat(new String(parts.get("history.csv"), StandardCharsets.UTF_8)).contains("a slip");
        assertThat(parts).containsKey("views.csv");
    }

    @Test
    void whatIsNoDeskIsRefusedWithWhatItIs() throws Exception {
        assertThat(person.file("/api/v1/desk-zips", null, "desk.zip", "no zip".getBytes(StandardCharsets.UTF_8))
                        .expect(422)
                        .text())
                .contains("is no ZIP of a desk");
        assertThat(person.file("/api/v1/desk-zips", null, "desk.zip", zip(Map.of("other.txt", new byte[] {1})))
                        .expect(422)
                        .text())
                .contains("ZIP without desk.json");
        assertThat(person.file(
                                "/api/v1/desk-zips",
                                null,
                                "desk.zip",
                                zip(Map.of("desk.json", "[]".getBytes(StandardCharsets.UTF_8))))
                        .expect(422)
                        .text())
                .contains("is no desk file");
        assertThat(person.file(
                                "/api/v1/desk-zips",
                                null,
                                "desk.zip",
                                zip(Map.of(
                                        "desk.json", "{\"models\":[{\"nome\":1}]}".getBytes(StandardCharsets.UTF_8))))
                        .expect(422)
                        .text())
                .contains("there is no field", "nome")
                .doesNotContain("app.yarrowmark");
    }
}
