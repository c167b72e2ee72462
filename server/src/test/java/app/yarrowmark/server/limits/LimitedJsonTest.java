package app.yarrowmark.server.limits;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.yarrowmark.server.problems.JsonWords;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LimitedJsonTest {

    private final ObjectMapper json = new ObjectMapper(new LimitedJson.Limited()).findAndRegisterModules();

    record Inner(double[] values) {}

    record Outer(List<Inner> list, Integer count, UUID id, Instant at) {}

    @Test
    void listsEndWhereTheirLimitIsWhileTheyAreRead() {
        assertThatCode(() -> read("{\"list\":[" + list("null", LimitedJson.MOST_OBJECTS) + "]}"))
                .doesNotThrowAnyException();
        assertThat(fault("{\"list\":[" + list("null", LimitedJson.MOST_OBJECTS + 1) + "]}"))
                .isEqualTo("a list holds at most 20000 entries");
        String values = "{\"list\":[{\"values\":[" + list("1", LimitedJson.MOST_VALUES) + "]},";
        assertThatCode(() -> read(values + "{\"values\":[" + list("2.5", LimitedJson.MOST_VALUES) + "]}]}"))
                .as("each list is counted by itself")
                .doesNotThrowAnyException();
        assertThat(fault("{\"list\":[{\"values\":[" + list("1", LimitedJson.MOST_VALUES + 1) + "]}]}"))
                .isEqualTo("a list holds at most 200000 entries");
    }

    @Test
    void whatIsNestedWithoutEndIsNotRead() {
        assertThat(JsonWords.of(catchThrowableOfType(
                        JsonProcessingException.class,
                        () -> json.readTree(
                                new ByteArrayInputStream("[".repeat(100_000).getBytes())))))
                .contains("nesting");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{\"count\":\"few\"}      | \"few\" is not a whole number that fits",
                "{\"count\":99999999999}  | what stands here cannot be read",
                "{\"count\":[]}           | what stands here is not a whole number that fits",
                "{\"id\":\"7\"}           | \"7\" is not an id of 32 hexadecimal digits in five groups",
                "{\"at\":\"noon\"}        | \"noon\" is not a date or time as ISO 8601 writes it",
                "{\"list\":{}}            | what stands here is not a list",
                "{\"more\":1}             | there is no field \"more\"; there are at, count, id, list",
            })
    void noWordTellsOfTheInsides(String text, String words) {
        String said = fault(text);
        assertThat(said).doesNotContain("java", "com.fasterxml", "`");
        assertThat(said.startsWith(words) || said.startsWith("Numeric value (99999999999) out of range"))
                .as(said)
                .isTrue();
    }

    private Outer read(String text) throws IOException {
        return json.readValue(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), Outer.class);
    }

    private String fault(String text) {
        return JsonWords.of(catchThrowableOfType(JsonProcessingException.class, () -> read(text)));
    }

    private static String list(String entry, int count) {
        return (entry + ",").repeat(count - 1) + entry;
    }
}
