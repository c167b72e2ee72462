package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;

/** The slip of a setup, written by hand. */
class SlipsTest extends ServerTest {

    @Test
    void theFirstSetupIsTypedLikeAnyOtherAndKeepsWhatWasTyped() {
        long setup = onDesk("DESKTOP").at("/setup/id").asLong();
        JsonNode slip = write(
                        setup,
                        line("cpu.cores", "1"),
                        line("system.kernel", "7.4.0"),
                        line("display.resolution", "1920 x 1080"),
                        line("memory.size", "2 GB"))
                .expect(200)
                .json();
        assertThat(fact(slip, "system.kernel")).isEqualTo("7.4.0 ");
        assertThat(fact(slip, "display.resolution")).isEqualTo("1920 x 1080 ");
        assertThat(fact(slip, "memory.size")).isEqualTo("2 GB");
        assertThat(slip.get("differences")).isEmpty();
    }

    @Test
    void aNextKernelIsAnotherAndIsNamedAsTyped() {
        JsonNode sheet = onDesk("DESKTOP");
        long setup = sheet.at("/setup/id").asLong();
        write(setup, line("system.kernel", "7.4.0")).expect(200);
        JsonNode next = person.post(
                        "/api/v1/setups/" + setup + "/changes",
                        "{\"name\":\"7.4.11\",\"facts\":[{\"key\":\"system.kernel\",\"value\":\"7.4.11\"}]}")
                .expect(201)
                .json();
        assertThat(next.at("/differences/0/before").asText()).isEqualTo("7.4.0");
        assertThat(next.at("/differences/0/after").asText()).isEqualTo("7.4.11");
        assertThat(next.at("/differences/0/standing").asText()).isEqualTo("MEANT");
    }

    @Test
    void aNameThatNoFactHasBecomesAFactOfTheDesk() {
        long setup = onDesk("DESKTOP").at("/setup/id").asLong();
        assertThat(write(setup, line("Film decoder", "on"), line("cpu.cores", "many"))
                        .expect(422)
                        .text())
                .contains("facts[1]");
        assertThat(person.get("/api/v1/facts").expect(200).text()).doesNotContain("Film decoder");
        assertThat(fact(
                        write(setup, line("Film decoder", "on"), line("Memory", "2 GB"))
                                .expect(200)
                                .json(),
                        "own.film_decoder"))
                .isEqualTo("on ");
        JsonNode next = person.post(
                        "/api/v1/setups/" + setup + "/changes",
                        "{\"name\":\"off\",\"facts\":[{\"key\":\"film-decoder\",\"value\":\"off\"}]}")
                .expect(201)
                .json();
        assertThat(next.at("/differences/0/name").asText()).isEqualTo("Film decoder");
        assertThat(next.at("/differences/0/standing").asText()).isEqualTo("MEANT");
        assertThat(fact(next, "memory.size")).isEqualTo("2 GB");
        assertThat(write(setup, line("x".repeat(61), "on")).expect(422).text()).contains("1 to 60 characters");
    }

    @Test
    void aCorrectionKeepsInTheHistoryWhatStoodThere() {
        long setup = onDesk("DESKTOP").at("/setup/id").asLong();
        write(setup, line("memory.size", "2 GB")).expect(200);
        write(setup, line("memory.size", "4 GB")).expect(200);
        write(setup, "{\"key\":\"memory.size\"}").expect(200);
        JsonNode history =
                person.get("/api/v1/setups/" + setup + "/history").expect(200).json();
        assertThat(StreamSupport.stream(history.spliterator(), false)
                        .map(e -> e.path("reason").asText()))
                .contains("Memory 2 GB", "Memory 2 GB → 4 GB", "Memory 4 GB → not recorded");
        assertThat(person.get("/api/v1/setups/" + setup).expect(200).json().get("facts"))
                .isEmpty();
    }

    @Test
    void whatSomebodyElseWroteMeanwhileIsNotOverwritten() {
        long setup = onDesk("DESKTOP").at("/setup/id").asLong();
        write(setup, line("memory.size", "2 GB")).expect(200);
        String mine = "{\"key\":\"memory.size\",\"text\":\"8 GB\",\"was\":\"\"}";
        assertThat(write(setup, mine).expect(409).text())
                .contains("the facts of this setup")
                .contains("2");
        assertThat(fact(person.get("/api/v1/setups/" + setup).expect(200).json(), "memory.size"))
                .isEqualTo("2 GB");
    }

    @Test
    void whatDoesNotFitIsRefusedWithTheLineAndTheMendAndNothingIsKept() {
        long setup = onDesk("DESKTOP").at("/setup/id").asLong();
        assertThat(write(setup, line("cpu.cores", "4"), line("memory.size", "plenty"))
                        .expect(422)
                        .text())
                .contains("facts[1]")
                .contains("Memory is a quantity such as 16 GiB");
        assertThat(person.get("/api/v1/setups/" + setup).expect(200).json().get("facts"))
                .isEmpty();
    }

    @Test
    void aSetupIsRenamedAndTheHistorySaysSo() {
        long setup = onDesk("DESKTOP").at("/setup/id").asLong();
        person.put("/api/v1/setups/" + setup + "/name", "{\"name\":\"limit 22 W\",\"tuned\":true}")
                .expect(200);
        assertThat(person.get("/api/v1/setups/" + setup + "/history")
                        .expect(200)
                        .text())
                .contains("as shipped → limit 22 W, tuned");
    }

    @Test
    void readsWhatASystemPrinted() {
        JsonNode read = person.post(
                        "/api/v1/facts/in-text", "{\"text\":\"CPU: Maren P3-300\\nKernel: 7.4.0\\nFans: 2\"}")
                .expect(200)
                .json();
        assertThat(read.at("/proposals/1/key").asText()).isEqualTo("system.kernel");
        assertThat(read.at("/proposals/1/text").asText()).isEqualTo("7.4.0");
        assertThat(read.at("/leftovers/0/text").asText()).isEqualTo("Fans: 2");
    }

    private Api.Answer write(long setup, String... lines) {
        return person.put("/api/v1/setups/" + setup + "/facts", "{\"facts\":[" + String.join(",", lines) + "]}");
    }

    private static String line(String key, String text) {
        return "{\"key\":\"" + key + "\",\"text\":\"" + text + "\"}";
    }

    private static String fact(JsonNode setup, String key) {
        return StreamSupport.stream(setup.get("facts").spliterator(), false)
                .filter(f -> f.get("key").asText().equals(key))
                .map(f -> f.get("value").asText() + " " + f.get("unit").asText())
                .findFirst()
                .orElse("not there");
    }
}
