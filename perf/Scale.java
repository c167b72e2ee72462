import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What grows with a desk, and how: {@code java perf/Scale.java FOLDER [MODELS[xREPEATS] ...]}, from the folder of the project, on desks of its own of so many
 * models and repeats that {@code FullDesk} fills: 0, 5000, 5000x10, 15000 and 50000 with two repeats unless told otherwise. Prints a line of each: readings, size on disk, memory of the score
 * book alone and for each reading, seconds to start and to read the book, and milliseconds of questions. Loopback only; the largest takes
 * half an hour, 12 GB of memory and 15 GB of disk. A desk that is filled already is measured as it is.
 */
class Scale {

    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static final int PORT = 20_000 + new Random().nextInt(12_000);
    /** Of heap, by thousands of models; what is not needed is not taken. */
    private static final int HEAP_MB_OF_A_THOUSAND = 200;
    private static final int LEAST_HEAP_MB = 2048;

    private final Path home;
    private final int models;
    private final int repeats;
    private Process desk;
    private String token;

    private Scale(Path home, String size) {
        String[] parts = size.split("x");
        this.home = home;
        this.models = Integer.parseInt(parts[0]);
        this.repeats = parts.length > 1 ? Integer.parseInt(parts[1]) : 2;
    }

    public static void main(String[] args) throws Exception {
        Path folder = Files.createDirectories(Path.of(args[0]));
        List<String> sizes = args.length > 1 ? List.of(args).subList(1, args.length) : List.of("0", "5000", "5000x10", "15000", "50000");
        System.out.println("models | setups | runs | readings | GB on disk | s to ready | s to the book | MB live with the book | pool of 200, ms"
                + " | all, nothing kept | all, after a run | all, kept | 8 side by side | a run is seen after | search | MB live after it all");
        for (String size : sizes) {
            Scale scale = new Scale(folder.resolve("desk-" + size), size);
            try {
                System.out.println(scale.row());
            } finally {
                scale.stop();
            }
        }
    }

    private String row() throws Exception {
        fill();
        List<String> row = new ArrayList<>(List.of(String.format("%,d", models)));
        double ready = start();
        long begun = System.nanoTime();
        get("standings?group=PROCESSOR&kind=BOARD&yearFrom=2099");
        double book = (System.nanoTime() - begun) / 1e9;
        for (String table : List.of("setup", "run", "reading")) {
            row.add(String.format("%,d", Long.parseLong(sql("select count(*) from " + table))));
        }
        row.add(String.format("%.1f", size(home.resolve("db/data")) / 1e9));
        row.add(String.format("%.1f", ready));
        row.add(String.format("%.1f", book));
        row.add(live());
        if (models > 0) {
            row.addAll(questions());
            row.add(live());
        }
        return String.join(" | ", row);
    }

    private void fill() throws Exception {
        boolean isFilled = Files.exists(home.resolve("filled"));
        if (isFilled || models == 0) {
            Files.createDirectories(home);
            return;
        }
        start();
        run("java", "perf/FullDesk.java", "http://127.0.0.1:" + PORT, token, home.toString(), String.valueOf(models), String.valueOf(repeats));
        stop();
        Files.createFile(home.resolve("filled"));
    }

    private List<String> questions() throws Exception {
        List<String> row = new ArrayList<>();
        row.add(millis(6, i -> "standings?ranked=model&tuned=BOTH&kind=LAPTOP&yearFrom=" + (2015 + i) + "&yearTo=" + (2015 + i)));
        row.add(millis(3, i -> "standings?tuned=BOTH&yearFrom=" + (1900 + i)));
        String deep = sql("select concat('subject=setup-', group_concat(setup_id separator '&subject=setup-')) from"
                + " (select setup_id from run where setup_id > 1000000000 group by setup_id limit 8) t");
        String suite = sql("select s.suite_key from run r join suite s on s.id = r.suite_id where r.setup_id = 1000000001 limit 1");
        double[] after = new double[3];
        double[] seen = new double[3];
        get("standings?tuned=BOTH");
        for (int i = 0; i < 3; i++) {
            put(suite);
            long start = System.nanoTime();
            get("scores?suite=" + sql("select id from suite where suite_key = '" + suite + "'") + "&setup=1000000001");
            seen[i] = (System.nanoTime() - start) / 1e6;
            start = System.nanoTime();
            get("standings?tuned=BOTH");
            after[i] = (System.nanoTime() - start) / 1e6;
        }
        row.add(middle(after));
        row.add(millis(5, i -> "standings?tuned=BOTH"));
        row.add(millis(7, i -> "comparison?" + deep + "&mark=" + i));
        row.add(middle(seen));
        row.add(millis(5, i -> "search?q=Series%20" + (100 + i)));
        return row;
    }

    private interface Question {
        String at(int turn);
    }

    /** The middle one of some turns, after one that is not told. */
    private String millis(int turns, Question question) throws Exception {
        double[] took = new double[turns];
        get(question.at(turns));
        for (int i = 0; i < turns; i++) {
            long start = System.nanoTime();
            get(question.at(i));
            took[i] = (System.nanoTime() - start) / 1e6;
        }
        return middle(took);
    }

    private static String middle(double[] some) {
        double[] sorted = some.clone();
        Arrays.sort(sorted);
        return String.format("%,.0f", sorted[sorted.length / 2]);
    }

    /** Megabytes in use after a collection. */
    private String live() throws Exception {
        String pid = String.valueOf(desk.descendants().filter(p -> p.info().command().orElse("").contains("java")).findFirst().orElseThrow().pid());
        run("jcmd", pid, "GC.run");
        double kilobytes = run("jcmd", pid, "GC.heap_info").lines()
                .filter(l -> l.contains("generation"))
                .map(Pattern.compile("used (\\d+)K")::matcher)
                .filter(Matcher::find)
                .mapToDouble(used -> Double.parseDouble(used.group(1)))
                .sum();
        return String.format("%,.0f", kilobytes / 1024);
    }

    private static double size(Path folder) throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            return files.filter(Files::isRegularFile).mapToLong(f -> f.toFile().length()).sum();
        }
    }

    /** Returns seconds until it was ready. */
    private double start() throws Exception {
        long start = System.nanoTime();
        ProcessBuilder command = new ProcessBuilder("./yarrowmark", "start", "--home", home.toString(), "--port", String.valueOf(PORT));
        command.environment().put("YARROWMARK_HEAP_MB", String.valueOf(Math.max(LEAST_HEAP_MB, models / 1000 * HEAP_MB_OF_A_THOUSAND * repeats / 2)));
        desk = command.redirectErrorStream(true).start();
        BufferedReader lines = new BufferedReader(new InputStreamReader(desk.getInputStream()));
        for (String line = lines.readLine(); !line.startsWith("Ctrl-C"); line = lines.readLine()) {
            System.err.println(line);
        }
        double seconds = (System.nanoTime() - start) / 1e9;
        token = run("./yarrowmark", "token", "--home", home.toString()).lines().findFirst().orElseThrow();
        return seconds;
    }

    private void stop() throws Exception {
        if (desk != null) {
            desk.destroy();
            desk.waitFor(120, TimeUnit.SECONDS);
        }
    }

    private String sql(String statement) throws Exception {
        return run("mariadb", "--no-defaults", "--batch", "--skip-column-names", "--socket=" + home.resolve("db/my.sock"), "yarrowmark", "-e", statement).strip();
    }

    private static String run(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) {
            throw new IllegalStateException(command[0] + ": " + said);
        }
        return said;
    }

    private void put(String suite) throws Exception {
        UUID id = UUID.randomUUID();
        String body = "{\"id\":\"" + id + "\",\"suite\":{\"key\":\"" + suite + "\",\"version\":\"1\"},\"setup\":1000000001,\"state\":\"DONE\","
                + "\"startedAt\":\"2026-05-04T10:00:00Z\",\"endedAt\":\"2026-05-04T10:01:00Z\",\"sender\":{\"program\":\"runner\",\"version\":\"1\"},"
                + "\"readings\":[{\"metric\":\"part0\",\"text\":\"400.1\"}]}";
        send(HttpRequest.newBuilder(URI.create(url() + "runs/" + id)).header("Content-Type", "application/json").PUT(HttpRequest.BodyPublishers.ofString(body)));
    }

    private String url() {
        return "http://127.0.0.1:" + PORT + "/api/v1/";
    }

    private void get(String path) throws Exception {
        send(HttpRequest.newBuilder(URI.create(url() + path)));
    }

    private void send(HttpRequest.Builder request) throws Exception {
        HttpResponse<String> answer = HTTP.send(
                request.header("Authorization", "Bearer " + token).timeout(Duration.ofMinutes(10)).build(), HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() >= 300) {
            throw new IllegalStateException(answer.uri() + " " + answer.statusCode() + " " + answer.body());
        }
    }
}
