import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How many runs a second are accepted from eight senders on loopback, into a running demo desk that may be thrown away:
 * {@code java perf/Submissions.java http://127.0.0.1:8787 TOKEN [runs]}. Told for each thousand, as a server that has just
 * started translates its own code beside; the last line is the second half. Every acknowledged run is then looked up again.
 * At most 20,000 runs; loopback addresses only.
 */
class Submissions {

    private static final int SENDERS = 8;

    public static void main(String[] args) throws Exception {
        URI server = URI.create(args[0]);
        if (!List.of("127.0.0.1", "localhost").contains(server.getHost())) {
            throw new IllegalArgumentException("only a server on this machine is measured");
        }
        int runs = Math.min(20_000, args.length > 2 ? Integer.parseInt(args[2]) : 2_000);
        HttpClient http = HttpClient.newHttpClient();
        String desk = send(http, server.resolve("/api/v1/sittings"), args[1], "GET", "").body();
        Matcher sitting = Pattern.compile("\"sitting\":(\\d+)").matcher(desk);
        if (!sitting.find()) {
            throw new IllegalStateException("nothing is on the desk: start the demo");
        }
        List<String> ids = new ArrayList<>();
        ExecutorService pool = Executors.newFixedThreadPool(SENDERS);
        for (int done = 0; done < runs / 2; done += 1_000) {
            int some = Math.min(1_000, runs / 2 - done);
            System.out.printf("%d runs: %.0f a second%n",
                    done + some, measure(http, server, args[1], sitting.group(1), some, pool, ids)[0]);
        }
        double[] result = measure(http, server, args[1], sitting.group(1), runs - runs / 2, pool, ids);
        pool.shutdown();
        int lost = 0;
        for (String id : ids) {
            lost += send(http, server.resolve("/api/v1/runs/" + id), args[1], "GET", "").statusCode() == 200 ? 0 : 1;
        }
        System.out.printf("the other %d runs, from %d senders: %.0f a second; answered in %.1f ms (median), %.1f ms (95 of 100); lost %d%n",
                runs - runs / 2, SENDERS, result[0], result[1], result[2], lost);
    }

    /** Returns runs a second, and median and 95th percentile of the answer times in ms. */
    static double[] measure(
            HttpClient http, URI server, String token, String sitting, int runs, ExecutorService pool, List<String> ids)
            throws Exception {
        List<Future<Double>> answers = new ArrayList<>();
        long start = System.nanoTime();
        for (int i = 0; i < runs; i++) {
            String id = UUID.randomUUID().toString();
            ids.add(id);
            answers.add(pool.submit(() -> {
                long sent = System.nanoTime();
                int status = send(http, server.resolve("/api/v1/runs/" + id), token, "PUT", run(id, sitting)).statusCode();
                if (status != 201) {
                    throw new IllegalStateException("answered " + status);
                }
                return (System.nanoTime() - sent) / 1e6;
            }));
        }
        double[] millis = new double[runs];
        for (int i = 0; i < runs; i++) {
            millis[i] = answers.get(i).get();
        }
        double seconds = (System.nanoTime() - start) / 1e9;
        Arrays.sort(millis);
        return new double[] {runs / seconds, millis[runs / 2], millis[runs * 95 / 100]};
    }

    static String run(String id, String sitting) {
        return "{\"id\":\"" + id + "\",\"suite\":{\"key\":\"kernmill\",\"version\":\"3\"},\"sitting\":" + sitting
                + ",\"state\":\"DONE\",\"startedAt\":\"2026-11-20T12:00:00Z\",\"endedAt\":\"2026-11-20T12:03:00Z\","
                + "\"sender\":{\"program\":\"perf\",\"version\":\"1\"},\"readings\":[{\"metric\":\"weave\",\"text\":\"1846\"},"
                + "{\"metric\":\"sieve\",\"text\":\"402\"},{\"metric\":\"forge\",\"text\":\"733\"}]}";
    }

    static HttpResponse<String> send(HttpClient http, URI to, String token, String method, String body) throws Exception {
        return http.send(
                HttpRequest.newBuilder(to)
                        .header("Authorization", "Bearer " + token)
                        .header("Content-Type", "application/json")
                        .method(method, HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }
}
