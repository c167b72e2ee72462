import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import javax.imageio.ImageIO;

/**
 * Attacks a running desk that may be thrown away, and says what held: {@code perf/attacks URL TOKEN NAME PASSWORD}, with a token of
 * {@code ./yarrowmark token} and the name and password of a person. Every operation of the API's document is tried by every kind of
 * caller; then memory, slow clients, streams that nobody reads, forged requests, guessing, and what once took long. Loopback only,
 * bounded in count and time (about two minutes); ends with a table, and with 1 if anything did not hold.
 */
class Attacks {

    private static final ObjectMapper JSON = new ObjectMapper();
    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static final List<String[]> TABLE = new ArrayList<>();
    private static final Set<String> OPEN = Set.of("GET /api/v1/session", "POST /api/v1/device/pairings", "GET /api/v1/openapi.json", "POST /api/v1/links/look", "POST /api/v1/links/use");
    private static final Set<String> LEFT_OUT =
            Set.of("DELETE /api/v1/session", "POST /api/v1/session", "POST /api/v1/first-account", "GET /api/v1/events");

    private static URI server;
    private static boolean held = true;

    /** Who asks: a token, or a session with or without the header that a page of ours sends. */
    private record Asker(String name, String token, HttpClient http, String csrf) {}

    private record Answer(int status, String body, double millis) {}

    public static void main(String[] args) throws Exception {
        server = URI.create(args[0]);
        if (!List.of("127.0.0.1", "localhost").contains(server.getHost())) {
            throw new IllegalArgumentException("only a server on this machine is attacked");
        }
        Asker script = new Asker("script", args[1], HTTP, null);
        Asker person = person(args[2], args[3]);
        long sitting = desk(script);
        Asker device = device(script, sitting);
        matrix(script, person, device, ended(script, sitting));
        forged(person);
        memory(script, device);
        slow(script);
        streams(script, device);
        guessing(args[2], args[3]);
        time(script);
        show();
        System.exit(held ? 0 : 1);
    }

    // --- who asks ----------------------------------------------------------------------------------------------------

    private static Asker person(String name, String password) throws Exception {
        CookieManager cookies = new CookieManager();
        HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();
        send(new Asker("", null, http, null), "GET", "/api/v1/session", null);
        Asker asking = new Asker("person", null, http, csrf(cookies));
        send(asking, "POST", "/api/v1/session", JSON.writeValueAsString(Map.of("name", name, "password", password)));
        send(asking, "GET", "/api/v1/session", null);
        return new Asker("person", null, http, csrf(cookies));
    }

    private static String csrf(CookieManager cookies) {
        return cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
    }

    private static long desk(Asker script) throws Exception {
        String name = "Attacked " + UUID.randomUUID().toString().substring(0, 8);
        long model = json(send(script, "POST", "/api/v1/models", "{\"maker\":\"Ostrel\",\"name\":\"" + name + "\",\"kind\":\"LAPTOP\"}"))
                .get("id").asLong();
        long unit = json(send(script, "POST", "/api/v1/models/" + model + "/units", "{\"label\":\"A\"}")).get("id").asLong();
        long stem = 0;
        for (JsonNode suite : json(send(script, "GET", "/api/v1/suites", null))) {
            stem = suite.get("key").asText().equals("stem") ? suite.get("id").asLong() : stem;
        }
        return json(send(script, "POST", "/api/v1/sittings",
                "{\"unitId\":" + unit + ",\"setup\":\"as shipped\",\"suites\":[" + stem + "]}")).get("sitting").asLong();
    }

    private static Asker device(Asker script, long sitting) throws Exception {
        String code = json(send(script, "POST", "/api/v1/sittings/" + sitting + "/codes", "")).get("code").asText();
        Asker nobody = new Asker("", null, HTTP, null);
        return new Asker("device", json(send(nobody, "POST", "/api/v1/device/pairings",
                "{\"code\":\"" + code + "\",\"program\":\"attack\"}")).get("token").asText(), HTTP, null);
    }

    private static Asker ended(Asker script, long sitting) throws Exception {
        Asker device = device(script, sitting);
        String id = json(send(script, "GET", "/api/v1/sittings/" + sitting + "/devices", null)).get(0).get("id").asText();
        send(script, "DELETE", "/api/v1/sittings/" + sitting + "/devices/" + id, null);
        return new Asker("device that was ended", device.token, HTTP, null);
    }

    // --- attacks -----------------------------------------------------------------------------------------------------

    /** Every operation by every kind of caller; what is asked about has the number 0, so nothing is changed. */
    private static void matrix(Asker script, Asker person, Asker device, Asker ended) throws Exception {
        List<Asker> askers = List.of(new Asker("nobody", null, HTTP, null), new Asker("guessed token", "guess", HTTP, null), ended, device,
                script, new Asker("person's cookie without the header", null, person.http, null), person);
        JsonNode paths = json(send(person, "GET", "/api/v1/openapi.json", null)).get("paths");
        for (Asker asker : askers) {
            int asked = 0;
            List<String> breaches = new ArrayList<>();
            for (var path : paths.properties()) {
                for (var operation : path.getValue().properties()) {
                    String method = operation.getKey().toUpperCase();
                    String name = method + " " + path.getKey();
                    if (LEFT_OUT.contains(name)) {
                        continue;
                    }
                    asked++;
                    int status = send(asker, method, path.getKey().replaceAll("\\{[^}]*}", "0"), method.equals("GET") ? null : "{}").status;
                    if (!mayBe(asker.name, name, status)) {
                        breaches.add(name + " " + status);
                    }
                }
            }
            row("every operation by: " + asker.name, asked + " asked", breaches.isEmpty() ? "each as it may" : breaches.toString(), breaches.isEmpty());
        }
    }

    private static boolean mayBe(String asker, String name, int status) {
        boolean devices = name.contains("/api/v1/device/");
        boolean refused = status == 401 || status == 403;
        if (status >= 500) {
            return false;
        }
        return switch (asker) {
            case "nobody" -> OPEN.contains(name) || refused;
            case "guessed token", "device that was ended" -> status == 401;
            case "device" -> devices || name.startsWith("PUT /api/v1/runs/{id}") && !name.contains("flags") ? status != 401 : status == 403;
            case "script" -> devices && !OPEN.contains(name) || name.contains("/api/v1/access/") || name.contains("/api/v1/account/") ? refused : !refused;
            case "person" -> devices && !OPEN.contains(name) ? refused : !refused;
            // A link is used by a page of ours, which sends the header.
            default -> name.startsWith("GET ") && !devices || OPEN.contains(name) && !name.contains("/links/") ? !refused : refused;
        };
    }

    /** As a page of another port of the same host would send it: with the cookies, and whatever a form can send. */
    private static void forged(Asker person) throws Exception {
        int through = 0;
        for (String site : List.of("same-site", "cross-site", "none")) {
            HttpRequest request = request("/api/v1/boards").header("Sec-Fetch-Site", site).header("Content-Type", "application/json")
                    .header("X-XSRF-TOKEN", person.csrf).POST(HttpRequest.BodyPublishers.ofString("{}")).build();
            through += person.http.send(request, HttpResponse.BodyHandlers.ofString()).statusCode() == 403 ? 0 : 1;
        }
        for (String type : List.of("text/plain", "application/x-www-form-urlencoded", "multipart/form-data; boundary=x")) {
            HttpRequest request = request("/api/v1/boards?_csrf=" + person.csrf).header("Content-Type", type)
                    .POST(HttpRequest.BodyPublishers.ofString("_csrf=" + person.csrf)).build();
            through += person.http.send(request, HttpResponse.BodyHandlers.ofString()).statusCode() == 403 ? 0 : 1;
        }
        row("forged requests", "6 ways", through + " got through", through == 0);
    }

    private static void memory(Asker script, Asker device) throws Exception {
        String nulls = "{\"readings\":[" + "null,".repeat(2_000_000) + "null]}";
        List<Answer> answers = atOnce(7, () -> send(device, "PUT", "/api/v1/runs/" + UUID.randomUUID(), nulls));
        row("7 runs of 2 million empty readings at once", statuses(answers), alive(script), answers.stream().allMatch(a -> a.status == 400 || a.status == 503));
        String deep = "[".repeat(200_000);
        row("a list in a list 200,000 deep", statuses(List.of(send(script, "POST", "/api/v1/models", deep))), alive(script), true);

        List<Socket> sockets = new ArrayList<>();
        for (int i = 0; i < 100; i++) {
            sockets.add(begun("/api/v1/models", null, 4_000_000, 3_000_000));
        }
        row("100 bodies of 4 MB held by nobody", "held for 3 s", during(script, 3), held());
        close(sockets);
        for (int i = 0; i < 40; i++) {
            sockets.add(begun("/api/v1/sheets/checks", script.token, 4_000_000, 3_900_000));
        }
        row("40 bodies of 4 MB held by a script", "held for 3 s", during(script, 3), held());
        close(sockets);

        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(6300, 6300, BufferedImage.TYPE_INT_RGB), "png", png);
        UUID run = UUID.randomUUID();
        send(device, "PUT", "/api/v1/runs/" + run, "{\"id\":\"" + run + "\",\"suite\":{\"key\":\"stem\",\"version\":\"2\"},\"state\":\"FAILED\","
                + "\"reason\":\"attack\",\"startedAt\":\"2026-05-04T10:00:00Z\",\"endedAt\":\"2026-05-04T10:01:00Z\",\"sender\":{\"program\":\"attack\",\"version\":\"1\"}}");
        byte[] picture = png.toByteArray();
        List<Answer> kept = atOnce(4, () -> timed(HTTP, request("/api/v1/runs/" + run + "/evidence?name=large.png")
                .header("Authorization", "Bearer " + script.token).header("Content-Type", "application/octet-stream")
                .POST(HttpRequest.BodyPublishers.ofByteArray(picture)).build()));
        row("4 pictures of 6300 x 6300 at once", statuses(kept), alive(script), kept.stream().allMatch(a -> a.status == 201));
    }

    /** Bodies that come a byte at a time, more than the server has threads. */
    private static void slow(Asker script) throws Exception {
        List<Socket> sockets = new ArrayList<>();
        for (int i = 0; i < 210; i++) {
            sockets.add(begun(i % 2 == 0 ? "/api/v1/session" : "/api/v1/sheets/checks", i % 2 == 0 ? null : script.token, 4_000, 0));
        }
        double slowest = 0;
        int failed = 0;
        for (int second = 0; second < 25; second++) {
            for (Socket socket : sockets) {
                drip(socket);
            }
            Answer answer = send(script, "GET", "/api/v1/suites", null);
            slowest = Math.max(slowest, answer.millis);
            failed += answer.status == 200 ? 0 : 1;
            TimeUnit.MILLISECONDS.sleep(1000);
        }
        long left = sockets.stream().filter(Attacks::isOpen).count();
        row("210 clients that drip a byte a second", "25 s; " + left + " still connected", words(slowest, failed), failed == 0 && slowest < 2000 && left < 210);
        close(sockets);
    }

    /** Two pages that stopped reading, while a device tells a thousand times how far it is. */
    private static void streams(Asker script, Asker device) throws Exception {
        List<Socket> sockets = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            Socket socket = new Socket();
            socket.setReceiveBufferSize(2048);
            socket.connect(new java.net.InetSocketAddress(server.getHost(), server.getPort()));
            socket.getOutputStream().write(("GET /api/v1/events HTTP/1.1\r\nHost: desk\r\nAuthorization: Bearer " + script.token + "\r\n\r\n").getBytes());
            sockets.add(socket);
        }
        String trace = "1.5,".repeat(199) + "1.5";
        double slowest = 0;
        int failed = 0;
        for (int i = 0; i < 1000; i++) {
            Answer answer = send(device, "PUT", "/api/v1/device/progress", "{\"suite\":\"stem\",\"partName\":\"a part of it\",\"done\":0.5,\"repeat\":1,"
                    + "\"repeats\":3,\"secondsLeft\":100,\"trace\":[" + trace + "]}");
            slowest = Math.max(slowest, answer.millis);
            failed += answer.status == 204 ? 0 : 1;
        }
        row("2 pages that stopped reading their events", "1,000 words of a device", words(slowest, failed), failed == 0 && slowest < 1000);
        close(sockets);
    }

    private static void guessing(String name, String password) throws Exception {
        String wrong = JSON.writeValueAsString(Map.of("name", name, "password", "not the password"));
        List<Answer> guesses = atOnce(40, () -> guess(wrong));
        long looked = guesses.stream().filter(g -> g.status == 401).count();
        long start = System.nanoTime();
        int status = 429;
        while (status == 429 && System.nanoTime() - start < 20e9) {
            status = guess(JSON.writeValueAsString(Map.of("name", name, "password", password))).status;
        }
        double seconds = (System.nanoTime() - start) / 1e9;
        row("40 passwords guessed at once", looked + " were looked at", String.format("the right one is in after %.1f s", seconds), status == 200);
    }

    private static Answer guess(String body) throws Exception {
        CookieManager cookies = new CookieManager();
        HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();
        send(new Asker("", null, http, null), "GET", "/api/v1/session", null);
        return send(new Asker("", null, http, csrf(cookies)), "POST", "/api/v1/session", body);
    }

    /** What once took longer than any client waits. */
    private static void time(Asker script) throws Exception {
        long stem = json(send(script, "GET", "/api/v1/suites", null)).get(0).get("id").asLong();
        String numbers = ("12 345 678 1,234 ".repeat(110) + "\n").repeat(110);
        String text = "Total " + numbers.replace("\n", "\nTotal ");
        long any = firstRatio(script, stem);
        taken("200 KB of pasted numbers", script, "/api/v1/suites/" + any + "/readings-in-text", JSON.writeValueAsString(Map.of("text", text.substring(0, 200_000))), 2000);
        StringBuilder sheet = new StringBuilder("key: attack-" + UUID.randomUUID().toString().substring(0, 8) + "\nversion: \"1\"\nname: Attack\ngroup: processor\nmetrics:\n");
        StringBuilder formula = new StringBuilder("p0");
        StringBuilder texts = new StringBuilder();
        for (int i = 0; i < 200; i++) {
            sheet.append("  - {key: p").append(i).append(", name: Part ").append(i).append(", unit: s}\n");
            formula.append(i == 0 ? "" : " + p" + i);
            texts.append("\"p").append(i).append("\":\"").append(1000 + i).append(".25\",");
        }
        sheet.append("  - {key: total, name: Total, unit: s, formula: \"").append(formula).append("\"}\n");
        long suite = json(send(script, "POST", "/api/v1/sheets", JSON.writeValueAsString(Map.of("text", sheet.toString())))).get("id").asLong();
        taken("a total of 200 parts that does not add up", script, "/api/v1/suites/" + suite + "/checks",
                "{\"setup\":1,\"texts\":{" + texts + "\"total\":\"219990\"}}", 4000);
        StringBuilder settings = new StringBuilder("key: x\nversion: \"1\"\nname: X\ngroup: processor\nsettings:\n");
        for (int i = 0; i < 15_000; i++) {
            settings.append("  s").append(i).append(": 1\n");
        }
        taken("a sheet of 15,000 settings and a fault", script, "/api/v1/sheets/checks", JSON.writeValueAsString(Map.of("text", settings + "metrics: 7\n")), 2000);
    }

    private static long firstRatio(Asker script, long otherwise) throws Exception {
        for (JsonNode suite : json(send(script, "GET", "/api/v1/suites", null))) {
            for (JsonNode metric : suite.get("metrics")) {
                if (metric.get("name").asText().equals("Total")) {
                    return suite.get("id").asLong();
                }
            }
        }
        return otherwise;
    }

    private static void taken(String what, Asker asker, String path, String body, double most) throws Exception {
        Answer answer = send(asker, "POST", path, body);
        row(what, "answered " + answer.status, String.format("%.0f ms", answer.millis), answer.millis < most && answer.status < 500);
    }

    // --- how -----------------------------------------------------------------------------------------------------------

    /** A request of which some of the body is sent, and no more for now. */
    private static Socket begun(String path, String token, int told, int sent) throws IOException {
        Socket socket = new Socket(server.getHost(), server.getPort());
        socket.setSoTimeout(100);
        StringBuilder head = new StringBuilder("POST " + path + " HTTP/1.1\r\nHost: desk\r\nContent-Type: application/json\r\nContent-Length: " + told + "\r\n");
        head.append(token == null ? "" : "Authorization: Bearer " + token + "\r\n").append("\r\n");
        try {
            socket.getOutputStream().write(head.append("{\"text\":\"").toString().getBytes(StandardCharsets.UTF_8));
            socket.getOutputStream().write("x".repeat(sent).getBytes(StandardCharsets.UTF_8));
        } catch (IOException refused) {
            // As it should be.
        }
        return socket;
    }

    private static void drip(Socket socket) {
        try {
            if (!socket.isClosed()) {
                socket.getOutputStream().write('x');
            }
        } catch (IOException letGo) {
            close(List.of(socket));
        }
    }

    private static boolean isOpen(Socket socket) {
        try {
            if (socket.isClosed()) {
                return false;
            }
            while (socket.getInputStream().read() >= 0) {
                // The answer; what comes after it tells whether the server let go.
            }
            return false;
        } catch (java.net.SocketTimeoutException nothing) {
            return true;
        } catch (IOException gone) {
            return false;
        }
    }

    private static void close(List<Socket> sockets) {
        for (Socket socket : sockets) {
            try {
                socket.close();
            } catch (IOException gone) {
                // So much the better.
            }
        }
        if (sockets instanceof ArrayList<Socket> all) {
            all.clear();
        }
    }

    private static double lastSlowest;
    private static int lastFailed;

    /** How ordinary questions are answered for some seconds. */
    private static String during(Asker asker, int seconds) throws Exception {
        lastSlowest = 0;
        lastFailed = 0;
        long end = System.nanoTime() + seconds * 1_000_000_000L;
        while (System.nanoTime() < end) {
            Answer answer = send(asker, "GET", "/api/v1/suites", null);
            lastSlowest = Math.max(lastSlowest, answer.millis);
            lastFailed += answer.status == 200 ? 0 : 1;
            TimeUnit.MILLISECONDS.sleep(100);
        }
        return words(lastSlowest, lastFailed);
    }

    private static boolean held() {
        return lastFailed == 0 && lastSlowest < 2000;
    }

    private static String words(double slowest, int failed) {
        return String.format("others answered in %.0f ms at most, %d not", slowest, failed);
    }

    private static String alive(Asker asker) throws Exception {
        Answer answer = send(asker, "GET", "/api/v1/standings", null);
        held &= answer.status == 200;
        return "then standings " + answer.status + String.format(" in %.0f ms", answer.millis);
    }

    private static List<Answer> atOnce(int count, Callable<Answer> deed) throws Exception {
        ExecutorService pool = Executors.newFixedThreadPool(count);
        List<Future<Answer>> begun = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            begun.add(pool.submit(deed));
        }
        List<Answer> answers = new ArrayList<>();
        for (Future<Answer> one : begun) {
            answers.add(one.get());
        }
        pool.shutdown();
        return answers;
    }

    private static String statuses(List<Answer> answers) {
        return answers.stream().map(Answer::status).collect(java.util.stream.Collectors.groupingBy(s -> s, java.util.TreeMap::new, java.util.stream.Collectors.counting()))
                .toString().replace("=", " x ").replaceAll("[{}]", "");
    }

    private static HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(server.resolve(path)).timeout(Duration.ofSeconds(60));
    }

    private static Answer send(Asker asker, String method, String path, String body) throws Exception {
        HttpRequest.Builder request = request(path).header("Content-Type", "application/json").method(method,
                body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body));
        if (asker.token != null) {
            request.header("Authorization", "Bearer " + asker.token);
        }
        if (asker.csrf != null) {
            request.header("X-XSRF-TOKEN", asker.csrf);
        }
        return timed(asker.http, request.build());
    }

    private static Answer timed(HttpClient http, HttpRequest request) throws Exception {
        long start = System.nanoTime();
        try {
            HttpResponse<String> answer = http.send(request, HttpResponse.BodyHandlers.ofString());
            return new Answer(answer.statusCode(), answer.body(), (System.nanoTime() - start) / 1e6);
        } catch (IOException none) {
            return new Answer(599, String.valueOf(none.getMessage()), (System.nanoTime() - start) / 1e6);
        }
    }

    private static JsonNode json(Answer answer) throws Exception {
        if (answer.status >= 300) {
            throw new IllegalStateException(answer.status + " " + answer.body);
        }
        return JSON.readTree(answer.body);
    }

    private static void row(String attack, String what, String came, boolean isHeld) {
        held &= isHeld;
        TABLE.add(new String[] {attack, what, came, isHeld ? "held" : "DID NOT HOLD"});
        System.err.println(attack + ": " + came);
    }

    private static void show() {
        int[] widths = new int[4];
        for (String[] row : TABLE) {
            for (int i = 0; i < 4; i++) {
                widths[i] = Math.max(widths[i], Math.min(60, row[i].length()));
            }
        }
        for (String[] row : TABLE) {
            System.out.printf("%-" + widths[0] + "s | %-" + widths[1] + "s | %-" + widths[2] + "s | %s%n", (Object[]) row);
        }
    }
}
