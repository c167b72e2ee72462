package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Locale;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

class PublicBoardsTest extends ServerTest {

    @Autowired
    JdbcTemplate jdbc;

    private final String tag = UUID.randomUUID().toString().substring(0, 8);
    private final String kind = "BOX" + tag.toUpperCase(Locale.ROOT);

    private JsonNode kept(String page, String name, String address) {
        return person.post(
                        "/api/v1/boards",
                        "{\"page\":\"" + page + "\",\"name\":\"" + name + "\",\"address\":\"" + address + "\"}")
                .expect(201)
                .json();
    }

    private Api.Answer show(JsonNode board, boolean shown) {
        return person.put("/api/v1/boards/" + board.get("id") + "/public", "{\"shown\":" + shown + "}");
    }

    @Test
    void whatIsShownStaysLiveUntilItIsShownNoMore() {
        JsonNode board = kept("STANDINGS", "Små boxes <" + tag + ">", "?kind=" + kind);
        Api stranger = Api.anonymous(port);
        assertThat(stranger.get("/read/").text()).doesNotContain("boxes &lt;" + tag);

        String slug = show(board, true).expect(200).json().get("publicSlug").asText();
        assertThat(slug).isEqualTo("sma-boxes-" + tag);
        String page = stranger.get("/read/boards/" + slug).expect(200).text();
        assertThat(page)
                .contains("<h1>Små boxes &lt;" + tag + "&gt;</h1>")
                .contains("kind: ")
                .contains("A board stays live")
                .contains("<script src=\"/read/read.js\" defer></script>");
        seen(stranger, "/read/", 200, "/read/boards/" + slug);
        assertThat(show(board, true).expect(200).json().get("publicSlug").asText())
                .as("shown already")
                .isEqualTo(slug);

        assertThat(show(board, false).expect(200).json().get("publicSlug")).isNull();
        seen(stranger, "/read/boards/" + slug, 404, "There is no board here.");
    }

    /** The records are asked once a second at most. */
    private static void seen(Api stranger, String path, int status, String words) {
        soon(path + " says " + words, () -> {
            Api.Answer now = stranger.get(path);
            return now.status() == status && now.text().contains(words);
        });
    }

    @Test
    void onlyStandingsCanBeShownAndOnlyByWhoMayChangeThings() {
        JsonNode other = kept("SIDE_BY_SIDE", "Two " + tag, "?s=setup-1");
        assertThat(show(other, true).expect(422).text()).contains("only standings can be shown");
        JsonNode board = kept("STANDINGS", "Mine " + tag, "");
        Api reader = join("Ida Fell " + tag, "READER");
        reader.put("/api/v1/boards/" + board.get("id") + "/public", "{\"shown\":true}")
                .expect(403);
    }

    @Test
    void whatReadersCannotBeShownIsRefusedBeforeTheySeeIt() {
        for (String address : new String[] {"?yearFrom=soon", "?by=value", "?weight=PROCESSOR:x"}) {
            JsonNode board = kept("STANDINGS", "Odd " + address.length() + " " + tag, address);
            show(board, true).expect(422);
            assertThat(show(board, false).expect(200).json().get("publicSlug")).isNull();
        }
        JsonNode board = kept("STANDINGS", "Fair " + tag, "");
        String slug = show(board, true).expect(200).json().get("publicSlug").asText();
        String value = "{\"page\":\"STANDINGS\",\"name\":\"Fair " + tag + "\",\"address\":\"?by=value\",\"edition\":"
                + (board.get("edition").asInt() + 1) + "}";
        assertThat(person.put("/api/v1/boards/" + board.get("id"), value)
                        .expect(422)
                        .text())
                .contains("readers cannot be shown yet");
        Api.anonymous(port).get("/read/boards/" + slug).expect(200);
    }

    @Test
    void whatCannotBeAskedAnyMoreIsAPageThatSaysSo() {
        JsonNode board = kept("STANDINGS", "Odd " + tag, "");
        String slug = show(board, true).expect(200).json().get("publicSlug").asText();
        jdbc.update(
                "update board set address = '?yearFrom=soon' where id = ?",
                board.get("id").asLong());
        seen(Api.anonymous(port), "/read/boards/" + slug, 404, "cannot be shown any more");
    }

    @Test
    void howItIsReadIsSaid() {
        JsonNode board = kept("STANDINGS", "Read " + tag, "?kind=" + kind + "&ranked=cpu.model&by=steep&find=nobody");
        String slug = show(board, true).expect(200).json().get("publicSlug").asText();
        assertThat(Api.anonymous(port).get("/read/boards/" + slug).expect(200).text())
                .contains(
                        "ranked by cpu model",
                        "read as if heavy tests were skipped",
                        "only those called \u201cnobody\u201d")
                .contains("Nobody here has a score yet.");
    }
}
