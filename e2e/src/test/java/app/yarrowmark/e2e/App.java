package app.yarrowmark.e2e;

import static java.nio.file.StandardOpenOption.CREATE;
import static java.nio.file.StandardOpenOption.WRITE;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** The application as a person starts it: through the script, in a home of its own. */
final class App implements AutoCloseable {

    static final Path ROOT = Path.of(System.getProperty("yarrowmark.root", ".."));

    /** Several of these run beside each other: each has ports and a runner's home of its own. */
    private static final int FORK = Integer.getInteger("yarrowmark.fork", 1);

    private static final int PORTS = 2_000;

    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static final ObjectMapper JSON = new ObjectMapper();

    private final Process process;
    private final Path home;
    private final int port;
    private final List<String> said;

    private App(Process process, Path home, int port, List<String> said) {
        this.process = process;
        this.home = home;
        this.port = port;
        this.said = said;
    }

    /** Starts {@code demo} or {@code start} in a new home and waits until it is ready. */
    static App start(String command) {
        return start(command, newHome());
    }

    static App start(String command, Path home, String... more) {
        int port = freePort();
        List<String> words =
                new ArrayList<>(List.of(command, "--port", String.valueOf(port), "--home", home.toString()));
        words.addAll(List.of(more));
        Process process = script(words);
        List<String> said = new ArrayList<>();
        BufferedReader lines =
                new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
        try {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                said.add(line);
                if (line.startsWith("Ctrl-C")) {
                    return new App(process, home, port, said);
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        throw new AssertionError("it did not start: " + String.join("\n", said));
    }

    /** What a command that ends by itself said, with its exit code on a last line. */
    static String run(String... words) {
        return ended(script(List.of(words)));
    }

    /** The same of any program. */
    static String command(String... words) {
        return ended(process(List.of(words)));
    }

    private static String ended(Process process) {
        try {
            String text = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            return text + "exit " + process.waitFor();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    static Process script(List<String> words) {
        List<String> command =
                new ArrayList<>(List.of(ROOT.resolve("yarrowmark").toString()));
        command.addAll(words);
        return process(command);
    }

    private static Process process(List<String> command) {
        ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
        builder.environment().put("YARROWMARK_BUILT", "yes");
        // A journey is over before code that is translated with the greatest care has paid for it.
        builder.environment().put("YARROWMARK_JAVA_OPTIONS", "-XX:TieredStopAtLevel=1");
        builder.environment()
                .put(
                        "YARROWMARK_RUNNER_HOME",
                        Path.of("target", "runner-home-" + FORK)
                                .toAbsolutePath()
                                .toString());
        try {
            return builder.start();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static Path newHome() {
        try {
            return Files.createTempDirectory(homes(), "home");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Path homes() throws IOException {
        return Files.createDirectories(Path.of("target", "homes")).toAbsolutePath();
    }

    /** A new home with the demo in it: whoever needs one first has it loaded, once for each build; the others get a copy. */
    static synchronized Path demoHome() {
        Path jar = ROOT.resolve("server/target/yarrowmark-server.jar");
        Path home = newHome();
        try (FileChannel file = FileChannel.open(homes().resolve("demo.lock"), CREATE, WRITE);
                FileLock alone = file.lock()) {
            Path loaded =
                    homes().resolve("demo-" + Files.getLastModifiedTime(jar).toMillis());
            Path whole = loaded.resolve("whole");
            if (!Files.exists(whole)) {
                removeOlderDemos();
                App app = start("demo", loaded);
                app.stop();
                Files.createFile(whole);
            }
            assertThat(command("cp", "-a", loaded + "/.", home.toString())).isEqualTo("exit 0");
            return home;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void removeOlderDemos() throws IOException {
        try (DirectoryStream<Path> all = Files.newDirectoryStream(homes(), "demo-*")) {
            all.forEach(App::remove);
        }
    }

    String url() {
        return "http://127.0.0.1:" + port;
    }

    int port() {
        return port;
    }

    Path home() {
        return home;
    }

    /** What it printed from the line that starts so on. */
    String said(String start) {
        return said.stream()
                .filter(l -> l.startsWith(start))
                .findFirst()
                .map(l -> l.substring(start.length()).strip())
                .orElseThrow(() -> new AssertionError("nothing starting with \"" + start + "\" in " + said));
    }

    /** Name and password that the demo prints. */
    String[] signIn() {
        return said("Sign in as:").split(", password ");
    }

    /** Returns the number of the suite of a key. */
    long suite(String key) {
        for (JsonNode one : get("/api/v1/suites", token())) {
            if (one.get("key").asText().equals(key)) {
                return one.get("id").asLong();
            }
        }
        throw new AssertionError("no suite " + key);
    }

    /** Returns the setups of a model's first unit, the first made first. */
    List<Long> setups(String model) {
        for (JsonNode one : get("/api/v1/models", token())) {
            if (one.get("name").asText().equals(model)) {
                List<Long> ids = new ArrayList<>();
                get("/api/v1/units/" + one.at("/units/0/id").asLong() + "/setups", token())
                        .forEach(s -> ids.add(s.get("id").asLong()));
                return ids;
            }
        }
        throw new AssertionError("no model " + model);
    }

    String token() {
        return run("token", "--home", home.toString()).lines().findFirst().orElseThrow();
    }

    /** Answers of the API to a bearer of that token. */
    JsonNode get(String path, String token) {
        HttpResponse<String> response = send("GET", path, token, "");
        if (response.statusCode() != 200) {
            throw new AssertionError(response.statusCode() + ": " + response.body());
        }
        return json(response.body());
    }

    static JsonNode json(String text) {
        try {
            return JSON.readTree(text);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    HttpResponse<String> send(String method, String path, String token, String body) {
        return send(method, path, token, body, HttpResponse.BodyHandlers.ofString());
    }

    /** A file that a bearer of that token gets. */
    byte[] bytes(String path, String token) {
        return send("GET", path, token, "", HttpResponse.BodyHandlers.ofByteArray())
                .body();
    }

    private <T> HttpResponse<T> send(
            String method, String path, String token, String body, HttpResponse.BodyHandler<T> as) {
        try {
            HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(url() + path));
            if (!token.isEmpty()) {
                request.header("Authorization", "Bearer " + token);
            }
            return HTTP.send(
                    request.header("Content-Type", "application/json")
                            .method(method, HttpRequest.BodyPublishers.ofString(body))
                            .build(),
                    as);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    static String quoted(String text) {
        return JSON.getNodeFactory().textNode(text).toString();
    }

    /** Reads a long table in, of which nothing counts yet; makes the models it names. Returns the number of the import. */
    long stage(String token, String csv) {
        String settings = "{\"separator\":\",\",\"header\":[\"device\",\"maker\",\"suite\",\"metric\",\"value\"],"
                + "\"shape\":\"LONG\",\"columns\":{\"DEVICE\":\"device\",\"MAKER\":\"maker\",\"SUITE\":\"suite\","
                + "\"METRIC\":\"metric\",\"VALUE\":\"value\"},\"metrics\":{},\"makeModels\":\"LAPTOP\"}";
        String part = "--parts\r\nContent-Disposition: form-data; name=\"";
        String body = part + "settings\"\r\n\r\n" + settings + "\r\n" + part
                + "file\"; filename=\"long.csv\"\r\nContent-Type: text/csv\r\n\r\n" + csv + "\r\n--parts--\r\n";
        try {
            HttpResponse<String> answer = HTTP.send(
                    HttpRequest.newBuilder(URI.create(url() + "/api/v1/imports"))
                            .header("Authorization", "Bearer " + token)
                            .header("Content-Type", "multipart/form-data; boundary=parts")
                            .POST(HttpRequest.BodyPublishers.ofString(body))
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            if (answer.statusCode() != 201) {
                throw new AssertionError(answer.body());
            }
            return json(answer.body()).at("/batch/id").asLong();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    /** Whether an address answers again within two minutes. */
    boolean comesBack(String path, String token) {
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(120);
        while (System.nanoTime() < end) {
            try {
                if (send("GET", path, token, "").statusCode() == 200) {
                    return true;
                }
                Thread.sleep(200);
            } catch (UncheckedIOException notYet) {
                // The server is still starting.
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
        return false;
    }

    /** Every process below the script, the server and the database among them. */
    Stream<ProcessHandle> processes() {
        return process.descendants();
    }

    ProcessHandle processNamed(String word) {
        return processes()
                .filter(p -> p.info().command().orElse("").contains(word))
                .findFirst()
                .orElseThrow(() -> new AssertionError("no process " + word));
    }

    /** Stops it as Ctrl-C does, and keeps the home. */
    void stop() {
        List<ProcessHandle> all = processes().toList();
        process.destroy();
        try {
            // The first time it also writes down its classes, which takes a slow machine with other work a while.
            if (!process.waitFor(120, TimeUnit.SECONDS)) {
                throw new AssertionError("it did not stop");
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        all.stream().filter(ProcessHandle::isAlive).findAny().ifPresent(p -> {
            throw new AssertionError("left running: " + p.info().command());
        });
    }

    @Override
    public void close() {
        if (process.isAlive()) {
            stop();
        }
        remove(home);
    }

    static void remove(Path folder) {
        if (!Files.exists(folder)) {
            return;
        }
        try (Stream<Path> all = Files.walk(folder)) {
            all.sorted(Comparator.reverseOrder()).forEach(p -> p.toFile().delete());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** A port that is free, as is the one behind it. */
    static int freePort() {
        // Under those that the system gives to whoever calls out.
        int first = 12_000 + FORK * PORTS;
        for (int tries = 0; tries < 100; tries++) {
            int port = first + ThreadLocalRandom.current().nextInt(PORTS / 2) * 2;
            if (isFree(port) && isFree(port + 1)) {
                return port;
            }
        }
        throw new AssertionError("no free port from " + first + " on");
    }

    private static boolean isFree(int port) {
        try (ServerSocket socket = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
            return socket.isBound();
        } catch (IOException taken) {
            return false;
        }
    }
}
