import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Arrays;
import java.util.Locale;
import java.util.Random;
import java.util.UUID;

/**
 * How long a line of many versions takes: {@code java perf/Following.java URL TOKEN [VERSIONS [TESTS]]}, with a token of
 * {@code ./yarrowmark token}. Makes a device of its own with 40 setups, a suite of 60 tests, three runs in each setup, then asks for
 * the line. Prints the median and the slowest of a twentieth in milliseconds, and the address where the line is seen.
 */
class Following {

    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static String url;
    private static String token;

    public static void main(String[] args) throws Exception {
        url = args[0];
        token = args[1];
        int versions = args.length > 2 ? Integer.parseInt(args[2]) : 40;
        int tests = args.length > 3 ? Integer.parseInt(args[3]) : 60;
        String key = "line" + UUID.randomUUID().toString().substring(0, 8);
        StringBuilder sheet = new StringBuilder("key: " + key + "\nversion: \"1\"\nname: " + key + "\ngroup: browser\nmetrics:\n");
        for (int t = 0; t < tests; t++) {
            sheet.append("  - {key: part").append(t).append(", name: Part ").append(t).append(", unit: MB/s, decimals: 1}\n");
        }
        String suite = id(send("POST", "/api/v1/suites", sheet.toString(), "application/yaml"));
        String model = id(send("POST", "/api/v1/models", "{\"maker\":\"Loadmaker\",\"name\":\"" + key + "\",\"kind\":\"TABLET\"}"));
        String unit = id(send("POST", "/api/v1/models/" + model + "/units", "{\"label\":\"A\"}"));
        String answer = send("POST", "/api/v1/sittings", "{\"unitId\":" + unit + ",\"setup\":\"as shipped\",\"suites\":[" + suite + "]}");
        String sitting = answer.replaceAll("(?s).*?\"sitting\":(\\d+).*", "$1");
        String setup = answer.replaceAll("(?s).*?\"setup\":\\{\"id\":(\\d+).*", "$1");
        Random random = new Random(5);
        for (int v = 0; v < versions; v++) {
            if (v > 0) {
                answer = send("POST", "/api/v1/sittings/" + sitting + "/changes",
                        "{\"change\":{\"name\":\"Wick " + (100 + v) + "\",\"facts\":[{\"key\":\"browser.name\",\"value\":\"Wick " + (100 + v)
                                + "\"}]},\"suites\":[" + suite + "],\"closeBefore\":true}");
                sitting = answer.replaceAll("(?s).*?\"sitting\":(\\d+).*", "$1");
                setup = answer.replaceAll("(?s).*?\"setup\":\\{\"id\":(\\d+).*", "$1");
            }
            for (int r = 0; r < 3; r++) {
                StringBuilder readings = new StringBuilder();
                for (int t = 0; t < tests; t++) {
                    readings.append(t == 0 ? "" : ",").append(String.format(Locale.ROOT, "{\"metric\":\"part%d\",\"text\":\"%.1f\"}", t,
                            1000 * (v > 20 && t % 9 == 0 ? 1.05 : 1) * Math.exp(.004 * random.nextGaussian())));
                }
                UUID run = UUID.randomUUID();
                send("PUT", "/api/v1/runs/" + run, "{\"id\":\"" + run + "\",\"suite\":{\"key\":\"" + key + "\",\"version\":\"1\"},\"setup\":" + setup
                        + ",\"state\":\"DONE\",\"startedAt\":\"2026-05-04T10:00:00Z\",\"endedAt\":\"2026-05-04T10:01:00Z\",\"sender\":{\"program\":\"load\",\"version\":\"1\"},"
                        + "\"readings\":[" + readings + "]}");
            }
        }
        double[] took = new double[40];
        for (int i = -3; i < took.length; i++) {
            long start = System.nanoTime();
            answer = send("GET", "/api/v1/lines?setup=" + setup, "");
            if (i >= 0) {
                took[i] = (System.nanoTime() - start) / 1e6;
            }
        }
        Arrays.sort(took);
        System.out.printf("a line of %d versions and %d tests: median %.0f ms, 95 of 100 under %.0f ms, %,d characters%n", versions, tests,
                took[took.length / 2], took[(int) (.95 * (took.length - 1))], answer.length());
        System.out.println("see it at " + url + "/versions?setup=" + setup);
    }

    private static String id(String answer) {
        return answer.replaceAll("(?s).*?\"id\":(\\d+).*", "$1");
    }

    private static String send(String method, String path, String body) throws IOException, InterruptedException {
        return send(method, path, body, "application/json");
    }

    private static String send(String method, String path, String body, String type) throws IOException, InterruptedException {
        HttpResponse<String> answer = HTTP.send(
                HttpRequest.newBuilder(URI.create(url + path)).header("Authorization", "Bearer " + token).header("Content-Type", type)
                        .method(method, HttpRequest.BodyPublishers.ofString(body)).build(),
                HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() >= 300) {
            throw new IllegalStateException(path + " " + answer.statusCode() + ": " + answer.body());
        }
        return answer.body();
    }
}
