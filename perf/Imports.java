import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Random;

/**
 * How long a table of 100,000 readings with 50 bad lines takes: {@code java perf/Imports.java URL TOKEN [READINGS [SEED [LINES]]]}, with so
 * many lines of each device (200) and a token of {@code ./yarrowmark token}. Use a home of its own: every reading is kept, of devices that nobody has seen. Prints seconds for reading and keeping,
 * and what was kept.
 */
class Imports {

    private static final HttpClient HTTP = HttpClient.newHttpClient();

    public static void main(String[] args) throws Exception {
        String url = args[0];
        String token = args[1];
        int readings = args.length > 2 ? Integer.parseInt(args[2]) : 100_000;
        suite(url, token);
        String[] metrics = {"weave", "sieve", "forge", "total"};
        Random random = new Random(args.length > 3 ? Long.parseLong(args[3]) : 7);
        int lines = args.length > 4 ? Integer.parseInt(args[4]) : 200;
        String series = "Row " + Long.toString(System.currentTimeMillis(), 36);
        StringBuilder table = new StringBuilder("Model,Suite,Part,Score,Day\n");
        int[] parts = new int[4];
        for (int i = 0; i < readings; i++) {
            // Four lines are a run: three parts and what they come to; a device has fifty runs unless told otherwise.
            parts[i % 4] = i % 4 < 3 ? 1000 + random.nextInt(50) : parts[0] + parts[1] + parts[2];
            String value = i % (readings / 50) == 17 ? "n/a" : String.valueOf(parts[i % 4]);
            table.append("Loadmaker ").append(series).append(' ').append(i / lines).append(",longtable 1,").append(metrics[i % 4]).append(',')
                    .append(value).append(",2026-05-04\n");
        }
        String settings = "{\"separator\":\",\",\"header\":[\"Model\",\"Suite\",\"Part\",\"Score\",\"Day\"],\"shape\":\"LONG\",\"twiceIsRepeat\":true,"
                + "\"columns\":{\"DEVICE\":\"Model\",\"SUITE\":\"Suite\",\"METRIC\":\"Part\",\"VALUE\":\"Score\",\"TIME\":\"Day\"},"
                + "\"metrics\":{},\"makeModels\":\"BOARD\"}";
        String part = "--parts\r\nContent-Disposition: form-data; name=\"";
        String body = part + "settings\"\r\n\r\n" + settings + "\r\n" + part
                + "file\"; filename=\"load.csv\"\r\nContent-Type: text/csv\r\n\r\n" + table + "\r\n--parts--\r\n";
        long start = System.nanoTime();
        String report = send(url + "/api/v1/imports", token, body, "multipart/form-data; boundary=parts");
        double read = (System.nanoTime() - start) / 1e9;
        String id = report.replaceAll("(?s).*?\"batch\":\\{\"id\":(\\d+).*", "$1");
        long middle = System.nanoTime();
        String kept = send(url + "/api/v1/imports/" + id + "/accept", token, "{}", "application/json");
        double keep = (System.nanoTime() - middle) / 1e9;
        System.out.printf("%,d readings: read in %.1f s, kept in %.1f s, together %.1f s%n", readings, read, keep, read + keep);
        System.out.println(kept);
    }

    /** The table's suite is put on the desk where it is not there yet. */
    private static void suite(String url, String token) throws IOException, InterruptedException {
        StringBuilder sheet = new StringBuilder("key: longtable\nversion: \"1\"\nname: Long table\ngroup: processor\nmetrics:\n");
        for (String part : new String[] {"weave", "sieve", "forge"}) {
            sheet.append("  - {key: ").append(part).append(", name: ").append(part).append(", unit: \"{point}\", decimals: 0}\n");
        }
        sheet.append("  - {key: total, name: total, unit: \"{point}\", decimals: 0, formula: \"weave + sieve + forge\"}\n");
        HttpResponse<String> answer = HTTP.send(
                HttpRequest.newBuilder(URI.create(url + "/api/v1/suites")).header("Authorization", "Bearer " + token)
                        .header("Content-Type", "application/yaml")
                        .POST(HttpRequest.BodyPublishers.ofString(sheet.toString())).build(),
                HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() >= 300 && answer.statusCode() != 409) {
            throw new IllegalStateException(answer.statusCode() + ": " + answer.body());
        }
    }

    private static String send(String url, String token, String body, String type) throws IOException, InterruptedException {
        HttpResponse<String> answer = HTTP.send(
                HttpRequest.newBuilder(URI.create(url)).header("Authorization", "Bearer " + token).header("Content-Type", type)
                        .timeout(Duration.ofMinutes(10)).POST(HttpRequest.BodyPublishers.ofString(body)).build(),
                HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() >= 300) {
            throw new IllegalStateException(answer.statusCode() + ": " + answer.body());
        }
        return answer.body();
    }
}
