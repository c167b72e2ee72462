import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;

/**
 * Kills and breaks a desk of its own: {@code perf/faults [FOLDER [KILLS]]}. Eight senders submit runs while server, database or both are
 * killed, 20 times unless told otherwise; then the database is stopped for a while, an import is broken off, the disk is filled
 * (only where FOLDER is on one with less than 1 GB free), a table is taken away, and homes are restored in part. Every run that was acknowledged is looked up at the end, by its id and by what is in it. Loopback only;
 * some five minutes; ends with a table, and with 1 if anything was lost or not said.
 */
class Faults {

    private static final ObjectMapper JSON = new ObjectMapper();
    private static final HttpClient HTTP = HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();
    private static final int SENDERS = 8;
    private static final int MOST_KILLS = 50;
    private static final long LARGEST_FILLED = 1L << 30;
    private static final List<String[]> TABLE = new ArrayList<>();
    private static boolean held = true;

    private final Path root;
    private final Path home;
    private final int port = 20_000 + new Random().nextInt(20_000);
    private final Map<String, String> acknowledged = new ConcurrentHashMap<>();
    private Process desk;
    private String token;

    private Faults(Path root, Path home) {
        this.root = root;
        this.home = home;
    }

    public static void main(String[] args) throws Exception {
        Path folder = args.length > 1 ? Path.of(args[1]) : Files.createTempDirectory("faults");
        int kills = Math.min(MOST_KILLS, args.length > 2 ? Integer.parseInt(args[2]) : 20);
        Faults faults = new Faults(Path.of(args[0]), folder.resolve("home"));
        try {
            faults.start();
            faults.token = faults.command("token", "--home", faults.home.toString()).lines().findFirst().orElseThrow();
            faults.kills(kills);
            faults.hung();
            faults.brokenOff();
            faults.full();
            faults.stop();
            faults.restoredInPart();
            faults.start();
            faults.lookUp();
            faults.stop();
        } finally {
            if (faults.desk != null) {
                faults.desk.destroy();
            }
        }
        for (String[] row : TABLE) {
            System.out.printf("%-42s | %-48s | %-60s | %s%n", (Object[]) row);
        }
        System.exit(held ? 0 : 1);
    }

    // --- faults ------------------------------------------------------------------------------------------------------

    private void kills(int times) throws Exception {
        long[] sittings = desks();
        AtomicBoolean on = new AtomicBoolean(true);
        ExecutorService senders = Executors.newFixedThreadPool(SENDERS, work -> {
            Thread thread = new Thread(work);
            thread.setDaemon(true);
            return thread;
        });
        Map<Integer, Integer> other = new ConcurrentHashMap<>();
        for (long sitting : sittings) {
            senders.submit(() -> sendWhile(on, sitting, other));
        }
        Random random = new Random(7);
        double longest = 0;
        for (int i = 0; i < times; i++) {
            TimeUnit.MILLISECONDS.sleep(500 + random.nextInt(1500));
            long killed = System.nanoTime();
            if (i % 3 != 1) {
                process("java").destroyForcibly();
            }
            if (i % 3 != 0) {
                process("mariadbd").destroyForcibly();
            }
            TimeUnit.MILLISECONDS.sleep(300);
            awaitReady(180);
            longest = Math.max(longest, (System.nanoTime() - killed) / 1e9);
        }
        on.set(false);
        senders.shutdown();
        senders.awaitTermination(60, TimeUnit.SECONDS);
        row(times + " kills of server, database or both", acknowledged.size() + " runs acknowledged meanwhile",
                String.format("back by itself each time, after %.0f s at most; refused for good: %s", longest, other), other.isEmpty());
    }

    /** Sends until told to stop; what is not answered or answered 503 is sent again, as the runner does. */
    private void sendWhile(AtomicBoolean on, long sitting, Map<Integer, Integer> other) {
        Random random = new Random(sitting);
        while (on.get()) {
            String id = UUID.randomUUID().toString();
            String value = String.valueOf(1000 + random.nextInt(9000));
            String run = run(id, sitting, value, "");
            while (on.get()) {
                int status = status("PUT", "/api/v1/runs/" + id, run);
                if (status == 200 || status == 201) {
                    acknowledged.put(id, value);
                    break;
                }
                if (status != 503 && status != 599) {
                    other.merge(status, 1, Integer::sum);
                    break;
                }
                pause(200);
            }
        }
    }

    private static String run(String id, long sitting, String value, String more) {
        return "{\"id\":\"" + id + "\",\"suite\":{\"key\":\"faultmill\",\"version\":\"1\"},\"sitting\":" + sitting + ",\"state\":\"DONE\"," + more
                + "\"startedAt\":\"2026-05-04T10:00:00Z\",\"endedAt\":\"2026-05-04T10:01:00Z\",\"sender\":{\"program\":\"faults\",\"version\":\"1\"},"
                + "\"readings\":[{\"metric\":\"weave\",\"text\":\"" + value + "\"}]}";
    }

    private void hung() throws Exception {
        ProcessHandle database = process("mariadbd");
        signal("STOP", database.pid());
        double slowest = 0;
        Map<Integer, Integer> statuses = new ConcurrentHashMap<>();
        for (int i = 0; i < 3; i++) {
            long start = System.nanoTime();
            statuses.merge(status("GET", "/api/v1/models", null), 1, Integer::sum);
            slowest = Math.max(slowest, (System.nanoTime() - start) / 1e9);
        }
        int page = status("GET", "/", null);
        signal("CONT", database.pid());
        awaitReady(90);
        int back = status("GET", "/api/v1/models", null);
        row("the database hangs", "answers " + statuses + ", the page " + page,
                String.format("%.0f s at most; %d once it goes on", slowest, back), page == 200 && back == 200 && !statuses.containsKey(401) && slowest < 70);
    }

    private void brokenOff() throws Exception {
        StringBuilder table = new StringBuilder("device,maker,suite,metric,value\n");
        int lines = 4000;
        for (int i = 0; i < lines; i++) {
            table.append("Broken ").append(i).append(",Ostrel,faultmill 1,weave,").append(100 + i).append('\n');
        }
        long id = stage(table.toString());
        Thread accept = new Thread(() -> status("POST", "/api/v1/imports/" + id + "/accept", "{}"));
        accept.start();
        while (accept.isAlive() && get("/api/v1/imports/" + id).at("/batch/runs").asInt() == 0) {
            pause(20);
        }
        process("java").destroyForcibly();
        accept.join();
        pause(300);
        awaitReady(120);
        int halves = 0;
        String state;
        do {
            int counting = get("/api/v1/runs?state=DONE&import=" + id).get("total").asInt();
            halves += counting > 0 && counting < lines ? 1 : 0;
            state = get("/api/v1/imports/" + id).at("/batch/state").asText();
            pause(200);
        } while (state.equals("ACCEPTING"));
        int runs = get("/api/v1/imports/" + id).at("/batch/runs").asInt();
        row("an import is broken off half way", state + ", " + runs + " of " + lines + " runs", halves + " times some of it counted alone",
                state.equals("ACCEPTED") && runs == lines && halves == 0);
    }

    /** Only where the folder is on a small disk: no other is filled. */
    private void full() throws Exception {
        long free = Files.getFileStore(home).getUsableSpace();
        if (free > LARGEST_FILLED) {
            row("the disk is full", "not tried", "the folder is on a disk with " + (free >> 20) + " MB free, more than " + (LARGEST_FILLED >> 20), true);
            return;
        }
        Path filler = home.resolveSibling("filler");
        long sitting = desk("Full", suite());
        fill(filler);
        Map<Integer, Integer> statuses = new TreeMap<>();
        String words = "";
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(120);
        while (words.isEmpty() && System.nanoTime() < end) {
            String id = UUID.randomUUID().toString();
            String value = String.valueOf(1000 + statuses.size());
            HttpResponse<String> answer = send("PUT", "/api/v1/runs/" + id, run(id, sitting, value, "\"note\":\"" + "x".repeat(3_900) + "\","));
            statuses.merge(answer.statusCode(), 1, Integer::sum);
            if (answer.statusCode() == 201) {
                acknowledged.put(id, value);
            } else {
                words = JSON.readTree(answer.body()).at("/detail").asText();
            }
        }
        int read = status("GET", "/api/v1/models", null);
        Files.delete(filler);
        awaitReady(120);
        String id = UUID.randomUUID().toString();
        int after = status("PUT", "/api/v1/runs/" + id, run(id, sitting, "77", ""));
        row("the disk is full", "answers " + statuses + ", reading " + read + ": " + words, after + " once there is room",
                words.contains("full") && read == 200 && after == 201 && Set.of(201, 503).containsAll(statuses.keySet()));
    }

    private static void fill(Path file) throws IOException {
        byte[] block = new byte[1 << 16];
        try (OutputStream out = Files.newOutputStream(file)) {
            while (true) {
                out.write(block);
            }
        } catch (IOException noRoom) {
            System.err.println("filled with " + (Files.size(file) >> 20) + " MB");
        }
    }

    private void restoredInPart() throws Exception {
        Path table = home.resolve("db/data/yarrowmark/board.ibd");
        refused("a table is missing", table, "missing or damaged");
        refused("the records are missing", home.resolve("db/data/yarrowmark"), "the records are missing");
        refused("the system of the database is missing", home.resolve("db/data/ibdata1"), "not a whole database");
        Path password = home.resolve("db/password");
        Files.delete(password);
        Files.delete(home.resolve("db/made"));
        start();
        row("marks and password are missing", "starts", "the records are as before", !get("/api/v1/models").isEmpty());
        stop();
    }

    private void refused(String what, Path part, String words) throws Exception {
        Path aside = home.resolveSibling("aside");
        Files.move(part, aside);
        String said = command("start", "--home", home.toString(), "--port", String.valueOf(port));
        Files.move(aside, part);
        String line = said.lines().filter(l -> l.startsWith("yarrowmark:")).findFirst().orElse(said);
        row(what, said.contains(words) ? "refused, and says so" : "NOT SAID", line.substring(0, Math.min(60, line.length())), said.contains(words));
    }

    private void lookUp() throws Exception {
        int lost = 0;
        int changed = 0;
        for (Map.Entry<String, String> run : acknowledged.entrySet()) {
            HttpResponse<String> answer = send("GET", "/api/v1/runs/" + run.getKey(), null);
            if (answer.statusCode() != 200) {
                lost++;
            } else if (!JSON.readTree(answer.body()).at("/run/readings/0/text").asText().equals(run.getValue())) {
                changed++;
            }
        }
        row("all that was acknowledged", acknowledged.size() + " runs looked up", lost + " lost, " + changed + " with other content", lost + changed == 0);
    }

    // --- how -----------------------------------------------------------------------------------------------------------

    private long[] desks() throws Exception {
        String sheet = "key: faultmill\nversion: \"1\"\nname: Faultmill\ngroup: processor\nmetrics:\n  - {key: weave, name: Weave, unit: MB/s}\n";
        send("POST", "/api/v1/sheets", JSON.writeValueAsString(Map.of("text", sheet)));
        long suite = suite();
        long[] sittings = new long[SENDERS];
        for (int i = 0; i < SENDERS; i++) {
            sittings[i] = desk("Faulty " + i, suite);
        }
        return sittings;
    }

    private long desk(String name, long suite) throws Exception {
        long model = json("POST", "/api/v1/models", "{\"maker\":\"Ostrel\",\"name\":\"" + name + "\",\"kind\":\"LAPTOP\"}").get("id").asLong();
        long unit = json("POST", "/api/v1/models/" + model + "/units", "{\"label\":\"A\"}").get("id").asLong();
        return json("POST", "/api/v1/sittings", "{\"unitId\":" + unit + ",\"setup\":\"as shipped\",\"suites\":[" + suite + "]}").get("sitting").asLong();
    }

    private long suite() throws Exception {
        for (JsonNode one : get("/api/v1/suites")) {
            if (one.get("key").asText().equals("faultmill")) {
                return one.get("id").asLong();
            }
        }
        throw new IllegalStateException("the suite is gone");
    }

    private long stage(String csv) throws Exception {
        String settings = "{\"separator\":\",\",\"header\":[\"device\",\"maker\",\"suite\",\"metric\",\"value\"],\"shape\":\"LONG\",\"twiceIsRepeat\":true,\"columns\":{\"DEVICE\":\"device\","
                + "\"MAKER\":\"maker\",\"SUITE\":\"suite\",\"METRIC\":\"metric\",\"VALUE\":\"value\"},\"metrics\":{},\"makeModels\":\"LAPTOP\"}";
        String part = "--p\r\nContent-Disposition: form-data; name=\"";
        String body = part + "settings\"\r\n\r\n" + settings + "\r\n" + part + "file\"; filename=\"t.csv\"\r\nContent-Type: text/csv\r\n\r\n" + csv + "\r\n--p--\r\n";
        HttpResponse<String> answer = HTTP.send(request("/api/v1/imports").header("Content-Type", "multipart/form-data; boundary=p")
                .POST(HttpRequest.BodyPublishers.ofString(body)).build(), HttpResponse.BodyHandlers.ofString());
        return JSON.readTree(answer.body()).at("/batch/id").asLong();
    }

    private void start() throws Exception {
        desk = process(List.of("start", "--home", home.toString(), "--port", String.valueOf(port)));
        BufferedReader lines = new BufferedReader(new InputStreamReader(desk.getInputStream()));
        for (String line = lines.readLine(); ; line = lines.readLine()) {
            if (line == null) {
                throw new IllegalStateException("it did not start");
            }
            if (line.startsWith("Ctrl-C")) {
                break;
            }
        }
        Thread rest = new Thread(() -> lines.lines().forEach(l -> {}));
        rest.setDaemon(true);
        rest.start();
    }

    private void stop() throws Exception {
        desk.destroy();
        desk.waitFor(60, TimeUnit.SECONDS);
    }

    private String command(String... words) throws Exception {
        Process process = process(List.of(words));
        String said = new String(process.getInputStream().readAllBytes());
        process.waitFor();
        return said;
    }

    private Process process(List<String> words) throws IOException {
        List<String> command = new ArrayList<>(List.of(root.resolve("yarrowmark").toString()));
        command.addAll(words);
        return new ProcessBuilder(command).redirectErrorStream(true).start();
    }

    private ProcessHandle process(String word) {
        for (int i = 0; i < 1200; i++) {
            List<ProcessHandle> found = desk.descendants().filter(p -> p.info().command().orElse("").contains(word)).toList();
            if (!found.isEmpty()) {
                return found.get(0);
            }
            pause(50);
        }
        throw new IllegalStateException("no process " + word);
    }

    private static void signal(String name, long pid) throws Exception {
        new ProcessBuilder("kill", "-" + name, String.valueOf(pid)).start().waitFor();
    }

    private void awaitReady(int seconds) {
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
        while (status("GET", "/api/v1/models", null) != 200) {
            if (System.nanoTime() > end) {
                throw new IllegalStateException("it did not come back");
            }
            pause(200);
        }
    }

    private HttpRequest.Builder request(String path) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path)).timeout(Duration.ofSeconds(90));
        return token == null ? request : request.header("Authorization", "Bearer " + token);
    }

    private HttpResponse<String> send(String method, String path, String body) throws Exception {
        return HTTP.send(request(path).header("Content-Type", "application/json")
                .method(method, body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body)).build(),
                HttpResponse.BodyHandlers.ofString());
    }

    private int status(String method, String path, String body) {
        try {
            return send(method, path, body).statusCode();
        } catch (Exception none) {
            return 599;
        }
    }

    private JsonNode get(String path) throws Exception {
        return json("GET", path, null);
    }

    private JsonNode json(String method, String path, String body) throws Exception {
        HttpResponse<String> answer = send(method, path, body);
        if (answer.statusCode() >= 300) {
            throw new IllegalStateException(path + " " + answer.statusCode() + " " + answer.body());
        }
        return JSON.readTree(answer.body());
    }

    private static void pause(int millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static void row(String fault, String what, String came, boolean isHeld) {
        held &= isHeld;
        TABLE.add(new String[] {fault, what, came, isHeld ? "held" : "DID NOT HOLD"});
        System.err.println(fault + ": " + what + "; " + came);
    }
}
