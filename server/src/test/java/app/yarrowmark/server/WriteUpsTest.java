package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.UUID;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;

class WriteUpsTest extends ServerTest {

    private static final ObjectMapper JSON = new ObjectMapper();
    private static final String PNG =
            Base64.getEncoder().encodeToString(new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n', 1});

    private static final String SOURCE = "{\"address\":\"/standings?kind=MINI\",\"name\":\"Reed bed\",\"choice\":\"\"}";

    private final String tag = UUID.randomUUID().toString().substring(0, 8);

    private JsonNode begin(String title, Long model) {
        return person.post(
                        "/api/v1/write-ups",
                        "{\"title\":\"" + title + "\",\"line\":\"for hides\",\"modelId\":" + model + "}")
                .expect(201)
                .json();
    }

    private static ObjectNode edit(JsonNode view, String text) {
        ObjectNode edit = JSON.createObjectNode();
        for (String field : new String[] {"title", "line", "modelId", "verdict", "answers", "edition"}) {
            edit.set(field, view.get(field));
        }
        return edit.put("text", text);
    }

    private JsonNode written(JsonNode view, String text) {
        return person.put(at(view), edit(view, text).toString()).expect(200).json();
    }

    private static String at(JsonNode view) {
        return "/api/v1/write-ups/" + view.get("id").asLong();
    }

    private static String figure(String title, String drawing) {
        return "{\"source\":" + SOURCE + ",\"content\":" + content(title, drawing, "64.2") + "}";
    }

    /** A figure of two devices, one of which draws 48 frames/s. */
    private static String content(String title, String drawing, String frames) {
        return "{\"title\":\"" + title
                + "\",\"about\":\"frames/s, more is better\",\"notes\":[\"Petal 2.\"],\"caveats\":[\"Memory differs: DDR4, DDR5.\"],"
                + "\"source\":\"Yarrowmark, revision 7 of the scores\",\"width\":400,\"height\":120,\"drawing\":\""
                + drawing
                + "\",\"table\":[[\"device\",\"frames/s\"],[\"Nook <2>\",\"64.2\"],[\"=sum(A1)\",\"-3\"]],\"numbers\":["
                + number("Nook <2>", frames) + "," + number("Keep", "48") + ","
                + number("Nook <2>", "1.34").replace("\"base\":\"\"", "\"base\":\"Keep\",\"low\":1.3,\"high\":1.38")
                + "]}";
    }

    private static String number(String subject, String value) {
        return "{\"of\":\"Reed \\\"bed\\\"\",\"subject\":\"" + subject + "\",\"base\":\"\",\"text\":\"" + value
                + "\",\"value\":" + value + ",\"unit\":\"frames/s\",\"lessIsBetter\":false,\"outOf\":0}";
    }

    private static ObjectNode tree(String json) {
        try {
            return (ObjectNode) JSON.readTree(json);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private JsonNode put(JsonNode view) {
        return person.post(at(view) + "/figures", figure("Reed bed", "<rect fill='var(--gold)' onload='x()'/>"))
                .expect(201)
                .json();
    }

    private JsonNode publish(JsonNode view, String changes) {
        return person.post(
                        at(view) + "/states",
                        "{\"edition\":" + view.get("edition") + ",\"changes\":\"" + changes
                                + "\",\"pictures\":[{\"number\":1,\"png\":\"" + PNG + "\"}]}")
                .expect(201)
                .json();
    }

    @Test
    void aDraftBecomesAPageThatAStrangerReads() {
        JsonNode sheet = onDesk("MINI", "Nook " + tag, suite("writemill" + tag, "processor"));
        keep(sheet.get("sitting").asLong(), "writemill" + tag, "weave=12");
        keep(sheet.get("sitting").asLong(), "writemill" + tag, "weave=13");
        JsonNode view = begin("A small box " + tag, sheet.at("/setup/modelId").asLong());
        assertThat(view.get("device").asText()).isEqualTo("Ostrel Nook " + tag);
        JsonNode figure = put(view);
        assertThat(figure.at("/content/drawing").asText())
                .contains("var(--gold)")
                .doesNotContain("onload");
        JsonNode kept = written(
                person.get(at(view)).json(), "It is **quick**.\\n\\n::figure{number=1}\\n".replace("\\n", "\n"));
        assertThat(kept.at("/figures/0/used").asBoolean()).isTrue();

        Api stranger = Api.anonymous(port);
        String page = "/read/" + view.get("slug").asText();
        assertThat(stranger.get(page).status()).as("a draft is nobody's").isEqualTo(404);
        publish(kept, "");
        Api.Answer read = stranger.get(page).expect(200);
        assertThat(read.text())
                .contains(
                        "<h1>A small box " + tag + "</h1>",
                        "<strong>quick</strong>",
                        "var(--gold)",
                        "Memory differs: DDR4, DDR5.")
                .contains(
                        "Nook &lt;2&gt;",
                        "How it was measured",
                        "2 runs; 4 May 2026",
                        "application/ld+json",
                        "State 1 of this page")
                .contains("<script src=\"read.js\" defer></script>", "data-numbers=\"")
                .doesNotContainPattern("<script src=\"(?!read\\.js\")")
                .doesNotContain("onload");
        assertThat(stranger.get(page + "/figure-1.js").expect(200).text())
                .startsWith("figureNumbers([{\"of\":\"Reed \\\"bed\\\"\"")
                .contains("Nook \\u003c2>")
                .doesNotContain("<");
        assertThat(stranger.get("/read/read.js").expect(200).text()).contains("figureNumbers");
        assertThat(read.response()
                        .headers()
                        .firstValue("Content-Security-Policy")
                        .orElse(""))
                .contains("default-src 'none'; script-src 'self'; style-src 'self'", "frame-ancestors 'none'")
                .doesNotContain("unsafe", "connect-src");
        assertThat(read.response().headers().firstValue("Set-Cookie")).isEmpty();
        assertThat(stranger.get("/read").expect(200).text()).contains("A small box " + tag);
        assertThat(stranger.get("/read/feed.xml").expect(200).text()).contains("<entry>", "A small box " + tag);
    }

    @Test
    void aFigureIsTakenAsDrawingDataPictureAndToBeEmbedded() {
        JsonNode view = begin("Figures " + tag, null);
        put(view);
        publish(written(person.get(at(view)).json(), "See:\n\n::figure{number=1}\n"), "");
        String figure = "/read/" + view.get("slug").asText() + "/figure-1";
        Api stranger = Api.anonymous(port);
        assertThat(stranger.get(figure + ".svg").expect(200).text())
                .startsWith("<svg xmlns=")
                .contains("#e2a60b", "Memory differs", "revision 7 of the scores")
                .doesNotContain("var(--");
        assertThat(stranger.get(figure + ".csv").expect(200).text()).contains("Nook <2>,64.2", "'=sum(A1),-3");
        stranger.get(figure + ".png").expect(200);
        Api.Answer embedded = stranger.get(figure + ".html").expect(200);
        assertThat(embedded.response()
                        .headers()
                        .firstValue("Content-Security-Policy")
                        .orElse(""))
                .contains("frame-ancestors *");
        assertThat(embedded.text()).contains("Reed bed", "From <a href=");
        stranger.get(figure + ".exe").expect(404);
        stranger.get("/read/" + view.get("slug").asText() + "/figure-2.svg").expect(404);
    }

    @Test
    void whatIsPublishedStaysAndOlderStatesCanBeRead() {
        JsonNode view = begin("States " + tag, null);
        JsonNode first = written(view, "It gains 12 %.");
        publish(first, "");
        String page = "/read/" + view.get("slug").asText();
        Api stranger = Api.anonymous(port);
        JsonNode second = written(person.get(at(view)).json(), "It gains 11 %.");
        assertThat(stranger.get(page).text()).as("not before it is published").contains("12 %");
        JsonNode published = publish(second, "12 % became 11 % after a third run");
        assertThat(published.get("states")).hasSize(2);
        assertThat(stranger.get(page).text()).contains("It gains 11 %", "Changed since", "after a third run");
        assertThat(stranger.get(page + "/1").text())
                .contains("It gains 12 %", "href=\"../" + view.get("slug").asText() + "\">there is a newer one");
        stranger.get(page + "/3").expect(404);

        assertThat(person.post(at(view) + "/withdraw", "{\"why\":\" \"}")
                        .expect(422)
                        .text())
                .contains("readers are told");
        person.post(at(view) + "/withdraw", "{\"why\":\"the unit was a pre-series one\"}")
                .expect(200);
        assertThat(stranger.get(page).expect(200).text())
                .contains("Withdrawn", "pre-series")
                .doesNotContain("It gains");
        assertThat(stranger.get(page + "/1").text()).doesNotContain("It gains");
        assertThat(stranger.get("/read").text()).doesNotContain("States " + tag);
        assertThat(person.delete(at(view)).expect(409).text()).contains("Readers have seen");
        publish(person.get(at(view)).json(), "measured again with a unit from a shop");
        assertThat(stranger.get(page).text()).contains("It gains 11 %").doesNotContain("Withdrawn");
    }

    @Test
    void twoWhoWriteDoNotOverwriteEachOther() {
        JsonNode view = begin("Two " + tag, null);
        written(view, "the first");
        Api.Answer refused =
                person.put(at(view), edit(view, "the second").toString()).expect(409);
        assertThat(refused.json().at("/current/text").asText()).isEqualTo("the first");
        assertThat(person.post(
                                at(view) + "/states",
                                "{\"edition\":" + view.get("edition") + ",\"changes\":\"\",\"pictures\":[]}")
                        .status())
                .as("nobody publishes what they did not read")
                .isEqualTo(409);
    }

    @Test
    void aFigureInPlaceOfAnotherIsAChangeToo() {
        JsonNode view = begin("Renewed " + tag, null);
        put(view);
        JsonNode read = person.get(at(view)).json();
        person.post(at(view) + "/readers", "{\"edition\":" + read.get("edition") + "}")
                .expect(201);
        person.put(at(view) + "/figures/1", figure("Reed bed again", "<rect width='9'/>"))
                .expect(200);
        JsonNode now = person.get(at(view)).json();
        assertThat(now.at("/readers/0/changedSince").asBoolean()).isTrue();
        assertThat(now.get("edition").asInt()).isGreaterThan(read.get("edition").asInt());
        assertThat(now.get("text")).isEqualTo(read.get("text"));
    }

    @Test
    void whatCannotBePublishedSaysWhy() {
        JsonNode view = begin("Faults " + tag, null);
        String states = at(view) + "/states";
        String asked = "{\"edition\":%d,\"changes\":\"\",\"pictures\":[%s]}";
        int edition = view.get("edition").asInt();
        assertThat(person.post(states, asked.formatted(edition, "")).expect(422).text())
                .contains("is empty");
        edition = written(view, "::figure{number=4}").get("edition").asInt();
        assertThat(person.post(states, asked.formatted(edition, "")).expect(422).text())
                .contains("figure 4");
        assertThat(person.post(states, asked.formatted(edition, "{\"number\":1,\"png\":\"bm8=\"}"))
                        .expect(422)
                        .text())
                .contains("no PNG");
        assertThat(person.post(at(view) + "/figures", figure("Nothing", "<script>x()</script>"))
                        .expect(422)
                        .text())
                .contains("draws nothing");
        assertThat(person.post("/api/v1/write-ups", "{\"title\":\" \"}")
                        .expect(422)
                        .text())
                .contains("title");
        person.delete(at(view)).expect(204);
        person.get(at(view)).expect(404);
    }

    @Test
    void aSecondPersonRemarksAndPutsTheirNameToIt() {
        JsonNode view = written(begin("Second " + tag, null), "It is quick.");
        JsonNode remarked = person.post(at(view) + "/remarks", "{\"passage\":\"quick\",\"text\":\"than what?\"}")
                .expect(201)
                .json();
        long remark = remarked.at("/remarks/0/id").asLong();
        JsonNode settled = person.put(at(view) + "/remarks/" + remark, "{\"settled\":true}")
                .expect(200)
                .json();
        assertThat(settled.at("/remarks/0/settledBy").asText()).isEqualTo("Wren Alder");
        JsonNode read = person.post(at(view) + "/readers", "{\"edition\":" + view.get("edition") + "}")
                .expect(201)
                .json();
        assertThat(read.at("/readers/0/changedSince").asBoolean()).isFalse();
        publish(read, "");
        String page = "/read/" + view.get("slug").asText();
        assertThat(Api.anonymous(port).get(page).text()).contains("read by Wren Alder");

        assertThat(person.get(at(view)).json().at("/readers/0/changedSince").asBoolean())
                .as("publishing changes nothing of it")
                .isFalse();
        assertThat(person.get("/api/v1/write-ups").json().findValues("readBy").toString())
                .contains("Wren Alder");

        JsonNode changed = written(person.get(at(view)).json(), "It is slow.");
        assertThat(changed.at("/readers/0/changedSince").asBoolean()).isTrue();
        publish(changed, "");
        assertThat(Api.anonymous(port).get(page).text())
                .as("nobody stands by what they did not read")
                .doesNotContain("read by");
    }

    @Test
    void whatIsPublishedIsAFolderThatNeedsNoDesk() throws IOException {
        JsonNode view = begin("Folder " + tag, null);
        put(view);
        JsonNode kept =
                written(person.get(at(view)).json(), "It gains :number[12 %]{of=\"setup-1\"}.\n\n::figure{number=1}\n");
        assertThat(person.get("/api/v1/write-ups/published.zip?id="
                                + view.get("id").asLong())
                        .status())
                .as("a draft is not taken along")
                .isEqualTo(404);
        publish(kept, "");
        Map<String, String> files = new LinkedHashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(person.bytes(
                "/api/v1/write-ups/published.zip?id=" + view.get("id").asLong())))) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                files.put(e.getName(), new String(zip.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        String folder = view.get("slug").asText() + "/";
        assertThat(files)
                .containsOnlyKeys(
                        "index.html",
                        "style.css",
                        "read.js",
                        "letters.woff2",
                        folder + "index.html",
                        folder + "text.md",
                        folder + "figure-1.svg",
                        folder + "figure-1.csv",
                        folder + "figure-1.js",
                        folder + "figure-1.png");
        assertThat(files.get("index.html"))
                .contains("href=\"" + folder + "index.html\"")
                .doesNotContain("/read/");
        assertThat(files.get(folder + "index.html"))
                .contains("href=\"../style.css\"", "href=\"figure-1.csv\"", "It gains <a href=\"#number-1\"")
                .doesNotContain("/read/", "http://");
        assertThat(files.get(folder + "text.md"))
                .contains("# Folder " + tag, "It gains 12 %.", "![Reed bed](figure-1.png)", "> Memory differs")
                .doesNotContain("::figure", ":number");
    }

    @Test
    void everyNumberOfTheTextIsHeldAgainstItsFigures() {
        onDesk("LAPTOP", "12");
        JsonNode view = begin("Claims " + tag, null);
        put(view);
        JsonNode kept = written(
                person.get(at(view)).json(),
                "It draws 64.2 frames/s, reached 12 m in 2026, 64.2 W, and 46.2 frames/s.\n\n::figure{number=1}\n");
        JsonNode claims = person.get(at(view) + "/claims").expect(200).json();
        assertThat(claims.findValuesAsText("text")).containsExactly("64.2 frames/s", "12 m", "64.2 W", "46.2 frames/s");
        assertThat(claims.findValuesAsText("standing")).containsExactly("FOUND", "UNKNOWN", "UNKNOWN", "SLIP");
        assertThat(claims.at("/0/where").asText()).isEqualTo("figure 1: Reed \"bed\", Nook <2>");
        ObjectNode edit = edit(kept, kept.get("text").asText());
        edit.putArray("answers").addObject().put("caveat", "own word: 12 m").put("text", "paced out");
        person.put(at(view), edit.toString()).expect(200);
        assertThat(person.get(at(view) + "/claims").json().at("/1/own").asBoolean())
                .isTrue();
    }

    @Test
    void aTypedNumberIsHeldAgainstTheScoresOfTheDeviceToo() {
        JsonNode sheet = onDesk("MINI", "Nook " + tag, suite("claimmill" + tag, "processor"));
        keep(sheet.get("sitting").asLong(), "claimmill" + tag, "weave=417");
        JsonNode view = begin("Scores " + tag, sheet.at("/setup/modelId").asLong());
        written(view, "It weaves 417 of them, and never 471.");
        JsonNode claims = person.get(at(view) + "/claims").expect(200).json();
        assertThat(claims.findValuesAsText("standing")).containsExactly("FOUND", "SLIP");
        assertThat(claims.at("/0/where").asText()).startsWith("scores: ").contains("Nook " + tag);
    }

    @Test
    void aDeviceWithAShortNameIsKnownByItWithItsMakers() {
        JsonNode sheet = onDesk("MINI", "\u00b53", suite("shortmill" + tag, "processor"));
        keep(sheet.get("sitting").asLong(), "shortmill" + tag, "weave=417");
        JsonNode view = begin("Short " + tag, null);
        JsonNode kept = written(view, "The \u00b53 weaves 417 MB/s.");
        assertThat(person.get(at(view) + "/claims").json().findValuesAsText("standing"))
                .as("two letters alone stand in many words")
                .containsExactly("UNKNOWN");
        written(kept, "The Ostrel \u00b53 weaves 417 MB/s.");
        assertThat(person.get(at(view) + "/claims").json().findValuesAsText("standing"))
                .containsExactly("FOUND");
    }

    private JsonNode quoted(JsonNode view, String base, String as) {
        ObjectNode body = tree(figure("Reed bed", "<rect width='9'/>"));
        body.putObject("number")
                .put("of", "Reed \"bed\"")
                .put("subject", "Nook <2>")
                .put("base", base)
                .put("as", as);
        return person.post(at(view) + "/numbers", body.toString()).expect(201).json();
    }

    @Test
    void aNumberHangsOnItsFigureAndReadersFindWhatItIs() {
        JsonNode view = begin("Numbers " + tag, null);
        assertThat(quoted(view, "", "VALUE").get("number").asInt()).isEqualTo(1);
        assertThat(quoted(view, "Keep", "GAIN").get("number").asInt())
                .as("a figure that says the same is taken for it")
                .isEqualTo(1);
        JsonNode now = person.get(at(view)).json();
        assertThat(now.get("text").asText())
                .contains(
                        ":number[34\u00a0%]{figure=1 of=\"Reed &quot;bed&quot;\" subject=\"Nook <2>\" base=\"Keep\" as=gain}");
        assertThat(now.at("/figures/0/quoted").asBoolean()).isTrue();
        assertThat(now.at("/figures/0/used").asBoolean()).isFalse();
        assertThat(person.get(at(view) + "/claims").json())
                .as("nothing is typed")
                .isEmpty();

        JsonNode moves = person.get(at(view) + "/moves").expect(200).json();
        assertThat(moves.findValuesAsText("holding")).containsExactly("HOLDS", "HOLDS");
        publish(now, "");
        String page = Api.anonymous(port)
                .get("/read/" + view.get("slug").asText())
                .expect(200)
                .text();
        assertThat(page)
                .contains("<a href=\"#number-2\" rel=\"nofollow noopener\">34&nbsp;%</a>", "<li id=\"number-2\">")
                .contains("more than Keep: Reed &quot;bed&quot;, Nook &lt;2&gt;; 95\u00a0% interval 30 to 38\u00a0%")
                .contains("figure-1.csv")
                .doesNotContain("<figure");
    }

    @Test
    void aNumberThatMovedIsToldToTheWriterAndNeverChangesWhatReadersSee() {
        JsonNode view = begin("Moves " + tag, null);
        quoted(view, "", "VALUE");
        quoted(view, "Keep", "TIMES");
        String text = person.get(at(view)).json().get("text").asText();
        JsonNode kept = written(person.get(at(view)).json(), text + "\nIt is 34 % faster.\n");
        publish(kept, "");
        JsonNode published =
                of(person.get("/api/v1/write-ups/published-moves").expect(200).json(), view);
        assertThat(published.get("changed")).isEmpty();
        assertThat(published.get("numbers").asInt()).isEqualTo(3);

        person.put(at(view) + "/figures/1/now", content("As it is called there", "<rect width='8'/>", "65.5"))
                .expect(204);
        JsonNode moves = person.get(at(view) + "/moves").json();
        assertThat(moves.at("/numbers/0/holding").asText()).isEqualTo("MOVED");
        assertThat(moves.at("/numbers/0/said").asText()).isEqualTo("64.2\u00a0frames/s");
        assertThat(moves.at("/numbers/0/now").asText()).isEqualTo("65.5\u00a0frames/s");
        assertThat(moves.at("/numbers/1/holding").asText())
                .as("its ratio is the same")
                .isEqualTo("HOLDS");
        assertThat(moves.at("/figures/0/changed").asInt()).isEqualTo(1);
        assertThat(moves.at("/figures/0/title").asText()).isEqualTo("Reed bed");
        published = of(person.get("/api/v1/write-ups/published-moves").json(), view);
        assertThat(published.at("/changed/0").asText()).isEqualTo("64.2\u00a0frames/s → 65.5\u00a0frames/s");
        assertThat(published.get("changed")).hasSize(1);
        assertThat(Api.anonymous(port).get("/read/" + view.get("slug").asText()).text())
                .contains("64.2")
                .doesNotContain("65.5");

        JsonNode figure = person.get(at(view)).json().at("/figures/0");
        ObjectNode renewed = JSON.createObjectNode();
        renewed.set("source", figure.get("source"));
        renewed.set("content", figure.get("now"));
        person.put(at(view) + "/figures/1", renewed.toString()).expect(200);
        moves = person.get(at(view) + "/moves").json();
        assertThat(moves.at("/numbers/0/holding").asText()).isEqualTo("DIFFERS");
        assertThat(moves.get("figures")).isEmpty();
    }

    private static JsonNode of(JsonNode all, JsonNode view) {
        for (JsonNode one : all) {
            if (one.get("writeUp").asLong() == view.get("id").asLong()) {
                return one;
            }
        }
        throw new AssertionError("it is not in " + all);
    }

    @Test
    void aFigureIsUnseenOnceTheScoresChanged() {
        JsonNode view = begin("Unseen " + tag, null);
        quoted(view, "", "VALUE");
        assertThat(unseen(view)).isZero();
        JsonNode sheet = onDesk("MINI", "Nook " + tag, suite("seenmill" + tag, "processor"));
        keep(sheet.get("sitting").asLong(), "seenmill" + tag, "weave=417");
        assertThat(unseen(view)).isEqualTo(1);
        assertThat(person.get(at(view) + "/moves").json().get("unseen").asInt()).isEqualTo(1);
        person.put(at(view) + "/figures/1/now", content("Reed bed", "<rect width='8'/>", "64.2"))
                .expect(204);
        assertThat(unseen(view)).isZero();
        assertThat(person.get(at(view) + "/moves").json().get("figures")).isEmpty();
    }

    @Test
    void whyAFigureMovedIsWhatHappenedToRunsOfItsSetups() {
        JsonNode sheet = onDesk("MINI", "Nook " + tag, suite("whymill" + tag, "processor"));
        long sitting = sheet.get("sitting").asLong();
        String before =
                keep(sitting, "whymill" + tag, "weave=417").json().get("id").asText();
        JsonNode view = begin("Why " + tag, null);
        ObjectNode body = tree(figure("Reed bed", "<rect width='9'/>"));
        ((ObjectNode) body.get("source"))
                .put("address", "/side-by-side?s=setup-" + sheet.at("/setup/id").asLong());
        person.post(at(view) + "/figures", body.toString()).expect(201);
        keep(sitting, "whymill" + tag, "weave=418");
        keep(sitting, "whymill" + tag, "weave=419");
        person.post("/api/v1/runs/" + before + "/set-aside", "{\"reason\":\"hot\"}")
                .expect(200);
        JsonNode other = onDesk("MINI", "Other " + tag, suite("whymill" + tag, "processor"));
        keep(other.get("sitting").asLong(), "whymill" + tag, "weave=5");
        person.put(at(view) + "/figures/1/now", content("Reed bed", "<rect width='8'/>", "65.5"))
                .expect(204);
        JsonNode why = person.get(at(view) + "/moves").json().at("/figures/0/why");
        assertThat(why.findValuesAsText("what")).containsExactlyInAnyOrder("DONE", "SET_ASIDE");
        assertThat(why.findValuesAsText("times")).containsExactlyInAnyOrder("2", "1");
    }

    @Test
    void aFigureThatCannotBeLookedAtIsNotCalledLookedAt() {
        JsonNode view = begin("Nameless " + tag, null);
        ObjectNode body = tree(figure("Reed bed", "<rect width='9'/>"));
        ((ObjectNode) body.get("source")).put("name", "");
        person.post(at(view) + "/figures", body.toString()).expect(201);
        publish(written(person.get(at(view)).json(), "It draws 64.2 frames/s.\n\n::figure{number=1}\n"), "");
        JsonNode sheet = onDesk("MINI", "Nook " + tag, suite("namemill" + tag, "processor"));
        keep(sheet.get("sitting").asLong(), "namemill" + tag, "weave=417");
        assertThat(unseen(view)).isZero();
        assertThat(of(person.get("/api/v1/write-ups/published-moves").json(), view)
                        .get("seen")
                        .asBoolean())
                .isFalse();
    }

    private long unseen(JsonNode view) {
        return person.get("/api/v1/write-ups/unseen-figures").expect(200).json().findValues("writeUp").stream()
                .filter(w -> w.asLong() == view.get("id").asLong())
                .count();
    }

    @Test
    void howItWasMeasuredNamesThoseItWasHeldAgainstAndTheirNoise() {
        long suite = suite("noisemill" + tag, "processor");
        JsonNode own = onDesk("MINI", "Own " + tag, suite);
        JsonNode other = onDesk("MINI", "Other " + tag, suite);
        for (String weave : new String[] {"100", "101", "99"}) {
            keep(own.get("sitting").asLong(), "noisemill" + tag, "weave=" + weave);
            keep(other.get("sitting").asLong(), "noisemill" + tag, "weave=" + weave);
        }
        JsonNode view = begin("Held against " + tag, own.at("/setup/modelId").asLong());
        ObjectNode body = tree(figure("Reed bed", "<rect width='9'/>"));
        ((ObjectNode) body.get("source"))
                .put(
                        "address",
                        "/side-by-side?s=setup-" + own.at("/setup/id").asLong() + "&s=setup-"
                                + other.at("/setup/id").asLong());
        person.post(at(view) + "/figures", body.toString()).expect(201);
        JsonNode measured = person.get(at(view) + "/draft").expect(200).json().get("measured");
        assertThat(measured).hasSize(2);
        assertThat(measured.at("/1/setup").asText()).startsWith("Ostrel Other " + tag);
        assertThat(measured.at("/1/suites/0/noise").asText()).matches("95 % intervals of its scores ±[\\d.]+ %");
    }

    @Test
    void aNumberThatTheFigureDoesNotHaveIsRefused() {
        JsonNode view = begin("Refused " + tag, null);
        ObjectNode body = tree(figure("Reed bed", "<rect width='9'/>"));
        body.putObject("number")
                .put("of", "Reed")
                .put("subject", "Keep")
                .put("base", "")
                .put("as", "VALUE");
        person.post(at(view) + "/numbers", body.toString()).expect(422);
        assertThat(person.get(at(view)).json().get("figures")).isEmpty();
    }

    @Test
    void aDeskThatIsTakenOutHasItsWriteUpsAndTheStatesThatReadersSaw() throws IOException {
        JsonNode view = begin("Travels " + tag, null);
        put(view);
        publish(written(person.get(at(view)).json(), "It gains 12 %.\n\n::figure{number=1}\n"), "");
        String slug = view.get("slug").asText();
        String other = slug + "-elsewhere";
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(person.bytes("/api/v1/desk.zip")));
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
                if (e.getName().equals("write-ups.json")) {
                    String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
                    zip.putNextEntry(new ZipEntry("desk.json"));
                    zip.write("{\"models\":[]}".getBytes(StandardCharsets.UTF_8));
                    zip.putNextEntry(new ZipEntry("write-ups.json"));
                    zip.write(text.replace("\"" + slug + "\"", "\"" + other + "\"")
                            .getBytes(StandardCharsets.UTF_8));
                }
            }
        }
        assertThat(person.file("/api/v1/desk-zips", null, "desk.zip", out.toByteArray())
                        .expect(200)
                        .json()
                        .get("rejected"))
                .isEmpty();
        String page = Api.anonymous(port).get("/read/" + slug).expect(200).text();
        assertThat(Api.anonymous(port).get("/read/" + other).expect(200).text())
                .as("digit for digit")
                .isEqualTo(page.replace(slug, other));
        assertThat(Api.anonymous(port).get("/read/" + other + "/figure-1.png").status())
                .isEqualTo(200);
    }
}
