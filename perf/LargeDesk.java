import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;

/**
 * How a desk of many setups answers: {@code java perf/LargeDesk.java URL TOKEN [SETUPS]}, with a token of
 * {@code ./yarrowmark token}. Use a home of its own: so many made-up devices are kept. Prints seconds to make them, then the median
 * of nine answers of each question in milliseconds, with its size.
 */
class LargeDesk {

    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static final int TIMES = 9;

    public static void main(String[] args) throws Exception {
        String url = args[0];
        String token = args[1];
        int setups = args.length > 2 ? Integer.parseInt(args[2]) : 20_000;
        StringBuilder table = new StringBuilder("Model,Suite,Part,Score,Day\n");
        for (int i = 0; i < setups; i++) {
            table.append("Loadmaker Series ").append(i).append(",kernmill 3,weave,").append(1000 + i % 977).append(",2026-05-04\n");
        }
        String settings = "{\"separator\":\",\",\"header\":[\"Model\",\"Suite\",\"Part\",\"Score\",\"Day\"],\"shape\":\"LONG\",\"twiceIsRepeat\":true,"
                + "\"columns\":{\"DEVICE\":\"Model\",\"SUITE\":\"Suite\",\"METRIC\":\"Part\",\"VALUE\":\"Score\",\"TIME\":\"Day\"},"
                + "\"metrics\":{},\"makeModels\":\"BOARD\"}";
        String part = "--parts\r\nContent-Disposition: form-data; name=\"";
        String body = part + "settings\"\r\n\r\n" + settings + "\r\n" + part
                + "file\"; filename=\"devices.csv\"\r\nContent-Type: text/csv\r\n\r\n" + table + "\r\n--parts--\r\n";
        long start = System.nanoTime();
        String report = send(url + "/api/v1/imports", token, body, "multipart/form-data; boundary=parts");
        String id = report.replaceAll("(?s).*?\"batch\":\\{\"id\":(\\d+).*", "$1");
        send(url + "/api/v1/imports/" + id + "/accept", token, "{}", "application/json");
        System.out.printf("%,d setups made in %.1f s%n", setups, (System.nanoTime() - start) / 1e9);
        for (String words : new String[] {"series " + (setups - 1), "maren", "loadm", "kernmill"}) {
            time("search for " + words, url + "/api/v1/search?q=" + URLEncoder.encode(words, StandardCharsets.UTF_8), token);
        }
        time("a page of the ledger", url + "/api/v1/runs?size=50", token);
        time("the desk strip", url + "/api/v1/sittings", token);
        time("all models", url + "/api/v1/models", token);
    }

    private static void time(String what, String url, String token) throws IOException, InterruptedException {
        double[] millis = new double[TIMES];
        int size = 0;
        for (int i = 0; i < TIMES; i++) {
            long start = System.nanoTime();
            size = send(url, token, null, null).length();
            millis[i] = (System.nanoTime() - start) / 1e6;
        }
        Arrays.sort(millis);
        System.out.printf("%-28s %7.0f ms  %,d characters%n", what, millis[TIMES / 2], size);
    }

    private static String send(String url, String token, String body, String type) throws IOException, InterruptedException {
        HttpRequest.Builder request =
                HttpRequest.newBuilder(URI.create(url)).header("Authorization", "Bearer " + token).timeout(Duration.ofMinutes(10));
        if (body != null) {
            request.header("Content-Type", type).POST(HttpRequest.BodyPublishers.ofString(body));
        }
        HttpResponse<String> answer = HTTP.send(request.build(), HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() >= 300) {
            throw new IllegalStateException(answer.statusCode() + ": " + answer.body());
        }
        return answer.body();
    }
}
