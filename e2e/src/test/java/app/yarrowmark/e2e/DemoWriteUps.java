package app.yarrowmark.e2e;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;

/**
 * Makes the write-ups of the demo from the texts in {@code demo/write-ups}: figures are put in through the page, numbers are
 * what they say, and what comes of it is kept as {@code demo/write-ups.json}, which the demo loads.
 */
@Tag("on-request")
class DemoWriteUps {

    private static final ObjectMapper JSON = new ObjectMapper();
    private static final Path TEXTS = App.ROOT.resolve("demo/write-ups");
    private static final Path MADE = App.ROOT.resolve("demo/write-ups.json");
    private static final Pattern SETUP = Pattern.compile("\\{([^/}]+)/([^/}]+)/([^/}]+)}");

    private App app;
    private Browser desk;

    @Test
    void make() throws Exception {
        Files.deleteIfExists(MADE);
        try (App demo = App.start("demo", App.newHome());
                Browser browser = Browser.open()) {
            app = demo;
            desk = browser;
            desk.signIn(app);
            try (Stream<Path> texts = Files.list(TEXTS)) {
                for (Path text :
                        texts.filter(t -> t.toString().endsWith(".md")).sorted().toList()) {
                    make(Story.of(Files.readString(text)));
                }
            }
            keep();
        }
    }

    /** A text with what stands above it: a line each, as {@code name: value}. */
    private record Story(List<String[]> head, String text) {

        static Story of(String file) {
            String[] parts = file.split("(?m)^---\\n", 3);
            return new Story(parts[1].lines().map(l -> l.split(": ", 2)).toList(), parts[2]);
        }

        List<String> all(String name) {
            return head.stream().filter(l -> l[0].equals(name)).map(l -> l[1]).toList();
        }

        String one(String name) {
            return all(name).stream().findFirst().orElse("");
        }

        List<String> list(String name) {
            return one(name).isEmpty() ? List.of() : List.of(one(name).split("; "));
        }
    }

    private void make(Story story) throws Exception {
        ObjectNode begun = JSON.createObjectNode()
                .put("title", story.one("title"))
                .put("line", story.one("line"))
                .put("modelId", model(story.one("device")));
        String at =
                "/api/v1/write-ups/" + ask("POST", "/api/v1/write-ups", begun).get("id");
        List<String> names = story.all("name");
        List<String> addresses = story.all("figure");
        for (int i = 0; i < addresses.size(); i++) {
            figure(addresses.get(i), names.get(i), i == 0 ? story.list("rows") : List.of());
        }
        write(at, story);
        if (!story.one("draft").isEmpty()) {
            String[] remark = story.one("remark").split(" => ");
            ask(
                    "POST",
                    at + "/remarks",
                    JSON.createObjectNode().put("passage", remark[0]).put("text", remark[1]));
            return;
        }
        publish(story, "");
        if (!story.one("changes").isEmpty()) {
            publish(story, story.one("changes"));
        }
    }

    private void figure(String address, String name, List<String> rows) {
        desk.go(app.url() + setups(address));
        desk.see("Put into a write-up");
        desk.rest();
        desk.press("Put into a write-up");
        desk.waitFor(By.cssSelector("button[aria-label='Write-up']"));
        desk.rest();
        desk.type("Title of the figure", name);
        if (!rows.isEmpty()) {
            desk.waitFor(By.cssSelector("[role=dialog] button[aria-label='Which tests']"))
                    .click();
            desk.waitFor(By.xpath("//*[@role='option'][normalize-space(.)='these']"))
                    .click();
            for (String row : rows) {
                desk.waitUntil(
                        "a row " + row,
                        () -> Boolean.TRUE.equals(desk.script(
                                "const row = [...document.querySelectorAll('[role=dialog] label')]"
                                        + ".find(l => l.textContent.trim() === arguments[0]);"
                                        + "if (row) row.click(); return row !== undefined",
                                row)));
            }
        }
        desk.press("Put it in");
        desk.see("It is figure");
    }

    /** Text and verdict, with what figures say in place of each question mark. */
    private void write(String at, Story story) throws IOException {
        ObjectNode edit = edit(ask("GET", at, null));
        edit.put("text", story.text());
        ObjectNode verdict = edit.putObject("verdict");
        for (String field : List.of("verdict", "forWhom", "notForWhom")) {
            verdict.put(field, story.one(field));
        }
        for (String field : List.of("pros", "cons", "lacks", "next")) {
            ArrayNode list = verdict.putArray(field);
            story.list(field).forEach(list::add);
        }
        JsonNode kept = ask("PUT", at, edit);
        String text = story.text();
        for (JsonNode number : ask("GET", at + "/moves", null).get("numbers")) {
            if (!number.has("said")) {
                throw new IllegalStateException("no figure says " + number);
            }
            text = text.replaceFirst(
                    Pattern.quote(":number[?]"),
                    Matcher.quoteReplacement(":number[" + number.get("said").asText() + "]"));
        }
        ObjectNode whole = edit(kept).put("text", text);
        ArrayNode answers = whole.putArray("answers");
        for (String answer : story.all("answer")) {
            String[] parts = answer.split(" => ");
            kept.get("figures")
                    .forEach(f -> f.at("/content/caveats").forEach(note -> {
                        if (note.asText().toLowerCase(Locale.ROOT).contains(parts[0])) {
                            answers.addObject().put("caveat", note.asText()).put("text", parts[1]);
                        }
                    }));
        }
        ask("PUT", at, whole);
    }

    private static ObjectNode edit(JsonNode view) {
        ObjectNode edit = JSON.createObjectNode();
        for (String field : List.of("title", "line", "modelId", "verdict", "answers", "edition")) {
            edit.set(field, view.get(field));
        }
        return edit;
    }

    private void publish(Story story, String changes) {
        desk.go(app.url() + "/write-ups");
        desk.press(story.one("title"));
        desk.see("Before readers see it");
        desk.rest();
        desk.press(changes.isEmpty() ? "Publish \u2026" : "Publish again \u2026");
        if (!changes.isEmpty()) {
            desk.waitFor(By.cssSelector("[role=dialog] textarea, [role=dialog] input"))
                    .sendKeys(changes);
        }
        desk.waitFor(By.xpath("//*[@role='dialog']//button[starts-with(normalize-space(.),'Publish')]"))
                .click();
        desk.see("is published");
    }

    private long model(String called) throws IOException {
        for (JsonNode m : ask("GET", "/api/v1/models", null)) {
            if (called.equals(m.get("maker").asText() + " " + m.get("name").asText())) {
                return m.get("id").asLong();
            }
        }
        throw new IllegalStateException("there is no " + called);
    }

    /** Setups in an address by the names of device, unit and setup, as numbers. */
    private String setups(String address) {
        return SETUP.matcher(address).replaceAll(m -> {
            try {
                JsonNode profile = ask("GET", "/api/v1/profiles/models/" + model(m.group(1)), null);
                for (JsonNode line : profile.get("setups")) {
                    JsonNode setup = line.get("setup");
                    if (setup.get("unitLabel").asText().equals(m.group(2))
                            && setup.get("name").asText().equals(m.group(3))) {
                        return setup.get("id").asText();
                    }
                }
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
            throw new IllegalStateException("there is no setup " + m.group());
        });
    }

    /** Asks as who is signed in. */
    private JsonNode ask(String method, String path, JsonNode body) throws IOException {
        String answer = (String) desk.script(
                "return fetch(arguments[1], {method: arguments[0], body: arguments[2],"
                        + " headers: {'Content-Type': 'application/json', 'X-XSRF-TOKEN':"
                        + " (/XSRF-TOKEN=([^;]+)/.exec(document.cookie) ?? [])[1] ?? ''}})"
                        + ".then(r => r.text().then(t => r.ok ? t : Promise.reject(new Error(t))))",
                method,
                path,
                body == null ? null : body.toString());
        return answer.isEmpty() ? JSON.nullNode() : JSON.readTree(answer);
    }

    /** Pictures are files of their own, and only of what readers see now. */
    private static void lighten(JsonNode writeUp) throws IOException {
        JsonNode states = writeUp.get("states");
        for (int i = 0; i < states.size(); i++) {
            ObjectNode state = (ObjectNode) states.get(i);
            for (var picture : state.get("pictures").properties()) {
                Path file = TEXTS.resolve(writeUp.get("slug").asText() + "-" + picture.getKey() + ".png");
                Files.write(file, Base64.getDecoder().decode(picture.getValue().asText()));
            }
            state.putObject("pictures");
            if (i + 1 < states.size()) {
                ((ObjectNode) state.get("content")).putArray("pictures");
            }
        }
    }

    private void keep() throws Exception {
        HttpRequest request = HttpRequest.newBuilder(URI.create(app.url() + "/api/v1/desk.zip"))
                .header("Authorization", "Bearer " + app.token())
                .build();
        HttpResponse<InputStream> answer =
                HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofInputStream());
        List<String> seen = new ArrayList<>();
        try (ZipInputStream zip = new ZipInputStream(answer.body())) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                seen.add(entry.getName());
                if (entry.getName().equals("write-ups.json")) {
                    JsonNode all = JSON.readTree(zip.readAllBytes());
                    for (JsonNode one : all) {
                        lighten(one);
                    }
                    JSON.writeValue(MADE.toFile(), all);
                    return;
                }
            }
        }
        throw new IllegalStateException("no write-ups among " + seen);
    }
}
