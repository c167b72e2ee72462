package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.io.StringReader;
import java.util.List;
import java.util.UUID;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;

/** Readings and scores as tables for other programs. */
class TablesOutTest extends ServerTest {

    private final String key = "outmill-" + UUID.randomUUID().toString().substring(0, 8);

    private static List<CSVRecord> rows(String text) throws IOException {
        return CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .build()
                .parse(new StringReader(text))
                .getRecords();
    }

    @Test
    void everyReadingIsARowWithWhatItIsOf() throws Exception {
        long suite = suite(key, "processor");
        JsonNode sheet = onDesk("LAPTOP", "=Sum " + key, suite);
        long setup = sheet.at("/setup/id").asLong();
        person.put("/api/v1/setups/" + setup + "/facts", "{\"facts\":[{\"key\":\"memory.size\",\"text\":\"16 GiB\"}]}")
                .expect(200);
        keep(sheet.get("sitting").asLong(), key, "weave=1 004.70", "wait=12.5", "forge=900");
        String aside = keep(sheet.get("sitting").asLong(), key, "weave=17")
                .json()
                .get("id")
                .asText();
        person.post("/api/v1/runs/" + aside + "/set-aside", "{\"reason\":\"a slip\"}")
                .expect(200);

        Api.Answer answer = person.get("/api/v1/readings.csv?fact=memory.size&fact=system.name&suite=" + suite)
                .expect(200);
        assertThat(answer.response().headers().firstValue("Content-Type")).contains("text/csv;charset=UTF-8");
        List<CSVRecord> rows = rows(answer.text());

        assertThat(rows).hasSize(5);
        CSVRecord weave = rows.stream()
                .filter(r ->
                        r.get("test").equals("weave") && r.get("run_counts").equals("true"))
                .findFirst()
                .orElseThrow();
        assertThat(weave.get("model")).as("no formula in a spreadsheet").isEqualTo("'=Sum " + key);
        assertThat(weave.get("text")).isEqualTo("1 004.70");
        assertThat(weave.get("value")).isEqualTo("1004.7");
        assertThat(weave.get("suite")).isEqualTo(key);
        assertThat(weave.get("better")).isEqualTo("higher");
        assertThat(weave.get("memory.size")).startsWith("16");
        assertThat(weave.get("system.name")).isEmpty();
        assertThat(rows.stream().filter(r -> r.get("state").equals("set_aside")))
                .hasSize(1);
        CSVRecord total = rows.stream()
                .filter(r -> r.get("computed").equals("true"))
                .findFirst()
                .orElseThrow();
        assertThat(total.get("text")).isEmpty();

        assertThat(person.get("/api/v1/readings.csv?fact=none.such").expect(422).text())
                .contains("there is no fact");
        assertThat(person.get("/api/v1/readings.csv?kind=Nothing+of+it&mark=true")
                        .expect(200)
                        .text())
                .startsWith("\ufeffrun,maker,model")
                .hasLineCount(1);
    }

    @Test
    void everyScoreIsARowWithItsInterval() throws Exception {
        long suite = suite(key, "processor");
        JsonNode sheet = onDesk("LAPTOP", suite);
        for (String weave : new String[] {"74.9", "75.3", "74.5"}) {
            keep(sheet.get("sitting").asLong(), key, "weave=" + weave, "wait=12.5");
        }
        JsonNode other = onDesk("LAPTOP", suite);
        keep(other.get("sitting").asLong(), key, "forge=74.9");

        List<CSVRecord> rows =
                rows(person.get("/api/v1/scores.csv?suite=" + suite).expect(200).text());

        CSVRecord weave = rows.stream()
                .filter(r -> r.get("test").equals("weave"))
                .findFirst()
                .orElseThrow();
        assertThat(Double.parseDouble(weave.get("score"))).isBetween(74.8, 75.0);
        assertThat(Double.parseDouble(weave.get("low"))).isLessThan(74.5);
        assertThat(weave.get("runs")).isEqualTo("3");
        assertThat(weave.get("days")).isEqualTo("1");
        CSVRecord alone = rows.stream()
                .filter(r -> r.get("test").equals("forge"))
                .findFirst()
                .orElseThrow();
        assertThat(alone.get("score")).as("no digits of the machine").isEqualTo("74.9");
        assertThat(rows(person.get("/api/v1/scores.csv?setup="
                                + sheet.at("/setup/id").asLong())
                        .text()))
                .hasSize(2);
    }
}
