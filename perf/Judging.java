import java.io.IOException;
import java.io.InputStream;
import java.net.HttpURLConnection;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How long standings and comparisons take on whatever desk is there: {@code java perf/Judging.java URL TOKEN [TURNS [HOME]]}, with a
 * token of {@code ./yarrowmark token}. With the home of a desk that {@code FullDesk} filled, also pools of some 200 models, how soon a run is
 * seen, the memory of the server, and the plain way: one grouped query over the same tables, in the same turns. Asked again is answered from what is kept; to ask with nothing kept, each turn asks for
 * another pool. Prints the median and the slowest of a twentieth, in milliseconds, seen from the client on the same machine, after questions that are not counted.
 */
class Judging {

    /** A server that has just been started is slower for some hundred questions; these are not told. */
    private static final int WARM_UPS = 40;
    private static final byte[] BUFFER = new byte[1 << 16];
    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static String url;
    private static String token;

    public static void main(String[] args) throws Exception {
        url = args[0] + "/api/v1/";
        token = args[1];
        int turns = args.length > 2 ? Integer.parseInt(args[2]) : 40;
        Matcher keys = Pattern.compile("\"key\":\"(setup-\\d+)\"").matcher(get("standings?tuned=BOTH"));
        Set<String> setups = new LinkedHashSet<>();
        while (keys.find() && setups.size() < 8) {
            setups.add(keys.group(1));
        }
        // A price nobody asks leaves out only models without one, and makes every turn another question.
        tell("standings, nothing kept", turns, i -> "standings?priceTo=" + (1_000_000 + i));
        tell("standings, kept", turns, i -> "standings");
        tell("by one number, nothing kept", turns, i -> "ranking?priceTo=" + (1_000_000 + i));
        tell("standings of models, nothing kept", turns, i -> "standings?ranked=model&priceTo=" + (1_000_000 + i));
        tell("comparison of " + setups.size() + " setups", turns, i -> "comparison?subject=" + String.join("&subject=", setups));
        if (args.length > 3) {
            full(Path.of(args[3]), turns);
        }
    }

    /** Kinds and spans of three years make fifty-four pools of the full desk, each asked for once with each way to choose who speaks. */
    private static void full(Path home, int turns) throws Exception {
        String[] kinds = {"LAPTOP", "DESKTOP", "MINI", "BOARD", "PHONE", "TABLET"};
        String[] speaks = {"latest", "best", "named-update one"};
        int[] turn = {0};
        String example = get("standings?ranked=model&tuned=BOTH&kind=LAPTOP&yearFrom=2017&yearTo=2019&speaks=latest");
        System.out.printf("a pool of models: %s in one order, by %s tests in five groups%n", found("placed", example), example.split("\"tests\":\\[")[1].split("\"id\"").length - 1);
        tell("standings of some 200 models, nothing kept", 54, i -> {
            int n = turn[0]++ % 54;
            return "standings?ranked=model&tuned=BOTH&kind=" + kinds[n % 6] + "&yearFrom=" + (2015 + n / 6) + "&yearTo=" + (2017 + n / 6)
                    + "&speaks=" + speaks[turn[0] / 54 % 3].replace(" ", "%20");
        });
        String[] deep = sql(home, "select setup_id from run group by setup_id order by count(distinct suite_id) desc, setup_id limit 8").split("\\s+");
        tell("comparison of 8 setups with " + sql(home, "select count(distinct metric_id) from reading d join run r on r.id=d.run_id where r.setup_id=" + deep[0]).trim()
                + " metrics", turns, i -> "comparison?subject=setup-" + String.join("&subject=setup-", deep));
        // A year before all others leaves nobody out, and makes every turn another question.
        tell("standings of everything, nothing kept", 9, 4, i -> "standings?tuned=BOTH&yearFrom=" + (1900 + i));
        tell("standings of everything, kept", 20, i -> "standings?tuned=BOTH");
        String setup = sql(home, "select min(setup_id) from run r join suite s on s.id=r.suite_id where s.suite_key like 'load%'").trim();
        String suite = sql(home, "select s.suite_key from run r join suite s on s.id=r.suite_id where r.setup_id=" + setup + " limit 1").trim();
        double[] ours = new double[7];
        double[] plain = new double[7];
        double[] seen = new double[7];
        for (int i = 0; i < 7; i++) {
            long start = System.nanoTime();
            put(setup, suite);
            long kept = System.nanoTime();
            get("scores?suite=" + sql(home, "select id from suite where suite_key='" + suite + "'").trim() + "&setup=" + setup);
            seen[i] = (System.nanoTime() - kept) / 1e6;
            start = System.nanoTime();
            get("standings?tuned=BOTH");
            ours[i] = (System.nanoTime() - start) / 1e6;
            start = System.nanoTime();
            sql(home, "select r.setup_id, d.metric_id, exp(avg(ln(d.value))), std(ln(d.value)), count(*) from run r join reading d on d.run_id=r.id"
                    + " where r.state='DONE' and r.flags='' group by r.setup_id, d.metric_id");
            plain[i] = (System.nanoTime() - start) / 1e6;
        }
        Arrays.sort(ours);
        Arrays.sort(plain);
        Arrays.sort(seen);
        System.out.printf("a kept run is seen in its suite's scores after %.0f ms (median of 7, the question for its number included)%n", seen[3]);
        System.out.printf("standings of everything after a run, with fit, intervals and places: median %.0f ms; one grouped query for means alone: %.0f ms;"
                + " ratio %.2f%n", ours[3], plain[3], ours[3] / plain[3]);
        ProcessHandle.allProcesses().filter(p -> p.info().commandLine().orElse("").contains("yarrowmark-server")).findFirst()
                .ifPresent(p -> System.out.println("memory in use after a collection: " + heap(p.pid())));
    }

    private static String found(String field, String answer) {
        Matcher matcher = Pattern.compile("\"" + field + "\":(\\d+)").matcher(answer);
        return matcher.find() ? matcher.group(1) : "?";
    }

    private static String heap(long pid) {
        try {
            new ProcessBuilder("jcmd", String.valueOf(pid), "GC.run").start().waitFor();
            Process info = new ProcessBuilder("jcmd", String.valueOf(pid), "GC.heap_info").start();
            return new String(info.getInputStream().readAllBytes(), StandardCharsets.UTF_8).lines()
                    .filter(l -> l.contains("tenured generation")).map(String::strip).findFirst().orElse("unknown");
        } catch (IOException | InterruptedException e) {
            return "unknown: " + e.getMessage();
        }
    }

    private static void put(String setup, String suite) throws IOException, InterruptedException {
        UUID id = UUID.randomUUID();
        String body = "{\"id\":\"" + id + "\",\"suite\":{\"key\":\"" + suite + "\",\"version\":\"1\"},\"setup\":" + setup
                + ",\"state\":\"DONE\",\"startedAt\":\"2026-05-04T10:00:00Z\",\"endedAt\":\"2026-05-04T10:01:00Z\",\"sender\":{\"program\":\"load\",\"version\":\"1\"},"
                + "\"readings\":[{\"metric\":\"part0\",\"text\":\"400.1\"}]}";
        HttpResponse<String> answer = HTTP.send(
                HttpRequest.newBuilder(URI.create(url + "runs/" + id)).header("Authorization", "Bearer " + token)
                        .header("Content-Type", "application/json").PUT(HttpRequest.BodyPublishers.ofString(body)).build(),
                HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() >= 300) {
            throw new IllegalStateException(answer.statusCode() + ": " + answer.body());
        }
    }

    private static String sql(Path home, String statement) throws IOException, InterruptedException {
        Process client = new ProcessBuilder(
                        "mariadb", "--no-defaults", "--batch", "--skip-column-names", "--socket=" + home.resolve("db/my.sock"), "yarrowmark", "-e", statement)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        String answer = new String(client.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (client.waitFor() != 0) {
            throw new IllegalStateException("the database refused");
        }
        return answer;
    }

    private interface Question {
        String at(int turn);
    }

    private static void tell(String what, int turns, Question question) throws Exception {
        tell(what, turns, WARM_UPS, question);
    }

    private static void tell(String what, int turns, int warmUps, Question question) throws Exception {
        for (int i = 1; i <= warmUps; i++) {
            took(question.at(-i));
        }
        double[] took = new double[turns];
        for (int i = 0; i < turns; i++) {
            took[i] = took(question.at(i));
        }
        Arrays.sort(took);
        System.out.printf("%s: median %.0f ms, 95 of 100 under %.0f ms%n", what, took[turns / 2], took[(int) (.95 * (turns - 1))]);
    }

    /**
     * Milliseconds until the last byte of an answer is here. By a plain connection in this thread: with two cores the threads
     * of a larger client would be measured too.
     */
    private static double took(String path) throws IOException {
        long start = System.nanoTime();
        HttpURLConnection connection = (HttpURLConnection) URI.create(url + path).toURL().openConnection();
        connection.setRequestProperty("Authorization", "Bearer " + token);
        try (InputStream answer = connection.getInputStream()) {
            while (answer.read(BUFFER) >= 0) {
                // Only to its end.
            }
        }
        return (System.nanoTime() - start) / 1e6;
    }

    private static String get(String path) throws IOException, InterruptedException {
        HttpResponse<String> answer = HTTP.send(
                HttpRequest.newBuilder(URI.create(url + path)).header("Authorization", "Bearer " + token).build(),
                HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() != 200) {
            throw new IllegalStateException(answer.statusCode() + ": " + answer.body());
        }
        return answer.body();
    }
}
