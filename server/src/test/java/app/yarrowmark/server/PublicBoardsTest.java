package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.UUID;
import org.junit.jupiter.api.Test;

class PublicBoardsTest extends ServerTest {

    private final String tag = UUID.randomUUID().toString().substring(0, 8);
    private final String kind = "BOX" + tag.toUpperCase(java.util.Locale.ROOT);

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
        long end = System.nanoTime() + 10_000_000_000L;
        Api.Answer last = stranger.get(path);
        while (System.nanoTime() < end
                && !(last.status() == status && last.text().contains(words))) {
            java.util.concurrent.locks.LockSupport.parkNanos(100_000_000);
            last = stranger.get(path);
        }
        assertThat(last.expect(status).text()).contains(words);
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
    void whatCannotBeAskedAnyMoreIsAPageThatSaysSo() {
        for (String address : new String[] {"?yearFrom=soon", "?by=value", "?weight=PROCESSOR:x"}) {
            JsonNode board = kept("STANDINGS", "Odd " + address.length() + " " + tag, address);
            String slug = show(board, true).expect(200).json().get("publicSlug").asText();
            assertThat(Api.anonymous(port)
                            .get("/read/boards/" + slug)
                            .expect(404)
                            .text())
                    .as(address)
                    .contains("cannot be shown any more");
        }
    }
}
