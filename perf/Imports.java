import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Random;

/**
 * How long a table of 100,000 readings with 50 bad lines takes: {@code java perf/Imports.java URL TOKEN [READINGS]}, with a
 * token of {@code ./yarrowmark token}. Use a home of its own: every reading is kept. Prints seconds for reading and keeping,
 * and the heap of the server where its process can be seen.
 */
class Imports {

    private static final HttpClient HTTP = HttpClient.newHttpClient();

    public static void main(String[] args) throws Exception {
        String url = args[0];
        String token = args[1];
        int readings = args.length > 2 ? Integer.parseInt(args[2]) : 100_000;
        String[] metrics = {"weave", "sieve", "forge", "total"};
        Random random = new Random(7);
        StringBuilder table = new StringBuilder("Model,Suite,Part,Score,Day\n");
        for (int i = 0; i < readings; i++) {
            String device = "Loadmaker Model " + (i / 40 % 500);
            String value = i % (readings / 50) == 17 ? "n/a" : String.valueOf(1000 + random.nextInt(50));
            if (metrics[i % 4].equals("total")) {
                value = i % (readings / 50) == 17 ? "n/a" : "";
            }
            String metric = metrics[i % 4];
            if (value.isEmpty()) {
                metric = "weave";
                value = String.valueOf(1000 + random.nextInt(50));
            }
            table.append(device).append(",kernmill 3,").append(metric).append(',').append(value).append(",2026-0")
                    .append(1 + i / 20000 % 9).append("-1").append(i / 4000 % 10).append('\n');
        }
        String settings = "{\"separator\":\",\",\"header\":[\"Model\",\"Suite\",\"Part\",\"Score\",\"Day\"],\"shape\":\"LONG\","
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
