import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Servers on a database of their own: {@code perf/cluster [FOLDER [SECONDS]]}, on loopback, with its own folders and ports. First two
 * servers on one MariaDB: runs accepted a second by one and by both, as the machine is, with each server held to a
 * share of a core (where the system lets us), and with the database far away; and how soon pages at one see what
 * a device does at the other. Then two servers on a cluster of three nodes, each writing to its own: eight senders and two
 * devices while a node is killed and brought back, and while one is cut off from the others. Every run that was acknowledged
 * is looked up at both servers and counted on every node. SECONDS is how long each turn lasts, 8 unless told otherwise, 30 at most. Some ten
 * minutes; ends with a table, and with 1 if anything was lost, kept twice or not the same everywhere.
 */
class Cluster {

    private static final ObjectMapper JSON = new ObjectMapper();
    private static final HttpClient HTTP = HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();
    private static final int SENDERS = 8;
    private static final int FAR_SENDERS = 32;
    /** There and back: so far that waiting is the limit and not the processors. */
    private static final int FAR_MILLIS = 8;
    private static final int TURNS = 3;
    private static final int MOST_SECONDS = 30;
    /** Who runs the nodes: one copies its files to another through a daemon that would not let root in. */
    private static final String OWNER = System.getProperty("user.name").equals("root") ? "mysql" : System.getProperty("user.name");
    private static final int WARM_UP = 3_000;
    /** Of a core, to which a server is held so that it is the limit and not the machine. */
    private static final double SHARE = 0.35;

    private static final List<String[]> TABLE = new ArrayList<>();
    private static final List<AutoCloseable> OPEN = new ArrayList<>();
    private static boolean held = true;

    private final Path root;
    private final Path folder;
    private final int seconds;

    private Cluster(Path root, Path folder, int seconds) {
        this.root = root;
        this.folder = folder;
        this.seconds = seconds;
    }

    public static void main(String[] args) throws Exception {
        Path folder = args.length > 1 ? Files.createDirectories(Path.of(args[1])) : Files.createTempDirectory("cluster");
        int seconds = Math.min(MOST_SECONDS, args.length > 2 ? Integer.parseInt(args[2]) : 8);
        folder.toFile().setExecutable(true, false);
        Cluster cluster = new Cluster(Path.of(args[0]), folder.toAbsolutePath(), seconds);
        Runtime.getRuntime().addShutdownHook(new Thread(Cluster::closeAll));
        String only = System.getenv().getOrDefault("CLUSTER_ONLY", "");
        if (!only.equals("nodes")) {
            cluster.oneDatabase();
        }
        closeAll();
        if (!only.equals("database")) {
            cluster.threeNodes();
        }
        closeAll();
        for (String[] row : TABLE) {
            System.out.printf("%-44s | %-74s | %-70s | %s%n", (Object[]) row);
        }
        System.exit(held ? 0 : 1);
    }

    // --- two servers on one database --------------------------------------------------------------------------------------

    private void oneDatabase() throws Exception {
        Node database = new Node("one", List.of());
        database.start(false);
        database.makeDesk();
        String token = database.token();
        Server first = new Server("first", database.url(), token);
        Server second = new Server("second", database.url(), token);
        long[] sittings = first.desks(FAR_SENDERS);
        List<Server> servers = List.of(first, second);
        List<Node> databases = List.of(database);
        measured("two servers, one database, as this machine is", servers, databases, sittings, SENDERS);
        if (first.hold(SHARE) && second.hold(SHARE)) {
            measured("each server held to " + SHARE + " of a core", servers, databases, sittings, SENDERS);
            read("each held so", servers);
            first.hold(0);
            second.hold(0);
        } else {
            row("each server held to a share of a core", "not tried", "this system does not let us", true);
        }
        seenElsewhere(first, second, sittings[0]);
        first.close();
        second.close();
        Far far = new Far(database.port, FAR_MILLIS * 500_000L);
        Server third = new Server("third", far.url(), token);
        Server fourth = new Server("fourth", far.url(), token);
        measured("the database " + FAR_MILLIS + " ms away, 32 senders", List.of(third, fourth), databases, sittings, FAR_SENDERS);
        sameAtBoth(third, fourth, sittings, database);
    }

    /** One server, then both, in turns; the middle of each, and what a run costs the processors. */
    private void measured(String how, List<Server> servers, List<Node> nodes, long[] sittings, int senders) throws Exception {
        List<Double> alone = new ArrayList<>();
        List<Double> both = new ArrayList<>();
        for (Server server : servers) {
            server.warmUp(sittings, senders);
        }
        Cost ofOne = new Cost(servers, nodes);
        Cost ofBoth = new Cost(servers, nodes);
        for (int turn = 0; turn < TURNS; turn++) {
            alone.add(ofOne.during(new Sending(servers.subList(turn % 2, turn % 2 + 1), sittings, senders)));
            both.add(ofBoth.during(new Sending(servers, sittings, senders)));
        }
        row(how, String.format("runs a second: one %.0f %s, both %.0f %s", middle(alone), rounded(alone), middle(both), rounded(both)),
                String.format("%.2f times; processor for a run: one %s, both %s", middle(both) / middle(alone), ofOne, ofBoth), true);
    }

    /** What the parts take of the processors for a run. */
    private final class Cost {

        private final List<Server> servers;
        private final List<Node> nodes;
        private final double[] millis = new double[3];
        private double runs;

        Cost(List<Server> servers, List<Node> nodes) {
            this.servers = servers;
            this.nodes = nodes;
        }

        double during(Sending sending) throws Exception {
            double[] before = now();
            double rate = sending.during(seconds);
            double[] after = now();
            for (int i = 0; i < millis.length; i++) {
                millis[i] += after[i] - before[i];
            }
            runs += sending.acknowledged.size();
            return rate;
        }

        private double[] now() {
            return new double[] {
                servers.stream().mapToDouble(s -> millisOf(s.java())).sum(),
                nodes.stream().mapToDouble(n -> millisOf(n.process.toHandle())).sum(),
                millisOf(ProcessHandle.current())
            };
        }

        private static double millisOf(ProcessHandle process) {
            return process.info().totalCpuDuration().orElse(Duration.ZERO).toNanos() / 1e6;
        }

        @Override
        public String toString() {
            return String.format("%.1f ms server, %.1f database, %.1f senders", millis[0] / runs, millis[1] / runs, millis[2] / runs);
        }
    }

    private static double middle(List<Double> some) {
        return some.stream().sorted().toList().get(some.size() / 2);
    }

    private static String rounded(List<Double> some) {
        return some.stream().map(d -> String.valueOf(Math.round(d))).collect(Collectors.joining(", ", "(", ")"));
    }

    /** Readers of a published page and of the demo's standings, of one server and of both, in turns. */
    private void read(String how, List<Server> servers) throws Exception {
        for (String path : List.of(servers.get(0).published(), "/api/v1/standings")) {
            List<Double> alone = new ArrayList<>();
            List<Double> both = new ArrayList<>();
            for (int turn = 0; turn <= TURNS; turn++) {
                double one = asked(servers.subList(turn % 2, turn % 2 + 1), path);
                double all = asked(servers, path);
                if (turn > 0) {
                    alone.add(one);
                    both.add(all);
                }
            }
            row("readers of " + path + ", " + how, String.format("answers a second: one %.0f %s, both %.0f %s", middle(alone), rounded(alone), middle(both), rounded(both)),
                    String.format("both answer %.2f times what one does", middle(both) / middle(alone)), true);
        }
    }

    private double asked(List<Server> servers, String path) throws Exception {
        AtomicInteger answers = new AtomicInteger();
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
        ExecutorService readers = Executors.newFixedThreadPool(SENDERS);
        for (int i = 0; i < SENDERS; i++) {
            Server server = servers.get(i % servers.size());
            readers.submit(() -> {
                while (System.nanoTime() < end) {
                    if (server.status("GET", path, null) == 200) {
                        answers.incrementAndGet();
                    }
                }
            });
        }
        readers.shutdown();
        readers.awaitTermination(60, TimeUnit.SECONDS);
        return answers.get() / (double) seconds;
    }

    /** A device measures at one server, pages are open at both. */
    private void seenElsewhere(Server at, Server elsewhere, long sitting) throws Exception {
        Page near = new Page(at);
        Page far = new Page(elsewhere);
        String device = at.device(sitting);
        List<Double> nearMillis = new ArrayList<>();
        List<Double> farMillis = new ArrayList<>();
        for (int i = 1; i <= 40; i++) {
            String mark = "mark" + i + "x";
            long start = System.nanoTime();
            at.progress(device, mark, i / 100.0);
            nearMillis.add(near.heard(mark, start));
            farMillis.add(far.heard(mark, start));
            pause(40 + 7 * (i % 20));
        }
        double worst = Collections.max(farMillis);
        row("what a device does at one server", String.format("its pages see it after %.0f ms (middle), %.0f at most", middle(nearMillis), Collections.max(nearMillis)),
                String.format("pages at the other after %.0f ms (middle), %.0f at most", middle(farMillis), worst), worst < 1000);
        near.close();
        far.close();
    }

    /** Both servers tell the same scores, and of as many readings as the database holds. */
    private void sameAtBoth(Server one, Server other, long[] sittings, Node database) throws Exception {
        long kept = Long.parseLong(database.sql("select count(*) from run r join suite s on s.id = r.suite_id where s.suite_key = 'clustermill' and r.state = 'DONE'").strip());
        long[] told = new long[2];
        for (long sitting : sittings) {
            told[0] += one.readings(sitting);
            told[1] += other.readings(sitting);
        }
        row("scores at both", kept + " runs kept", "the first tells " + told[0] + ", the second " + told[1] + " readings", told[0] == kept && told[1] == kept);
    }

    // --- two servers on three nodes -----------------------------------------------------------------------------------------

    private void threeNodes() throws Exception {
        int[] group = {freePort(), freePort(), freePort()};
        String address = "gcomm://" + Arrays.stream(group).mapToObj(p -> "127.0.0.1:" + p).collect(Collectors.joining(","));
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            nodes.add(new Node("node" + (i + 1), galera("node" + (i + 1), group[i], address)));
        }
        nodes.get(0).start(true);
        nodes.get(0).makeDesk();
        nodes.get(1).start(false);
        nodes.get(2).start(false);
        await("all three nodes", () -> nodes.get(0).isWholeCluster(3));
        Server first = new Server("a", urlOf(nodes, 0), nodes.get(0).token());
        Server second = new Server("b", urlOf(nodes, 1), first.token);
        long[] sittings = first.desks(SENDERS);
        List<Server> servers = List.of(first, second);
        measured("three nodes, each server writing to its own", servers, nodes, sittings, SENDERS);
        conflicts("of senders, each with its device", nodes);
        Faults faults = new Faults(nodes, servers, sittings);
        faults.theSameAtBoth();
        conflicts("of the same sent to both", nodes);
        faults.during("nothing happens", () -> pause(seconds * 1000));
        faults.during("the node of the first server is killed and brought back", () -> {
            pause(3000);
            nodes.get(0).kill();
            pause(seconds * 1000);
            nodes.get(0).start(false);
            await("the node is back", () -> nodes.get(1).isWholeCluster(3) && nodes.get(0).isSynced());
            pause(3000);
        });
        faults.during("the node of the second server is cut off and let in", () -> {
            pause(3000);
            nodes.get(1).isolate(true);
            pause(seconds * 1000 + 10_000);
            nodes.get(1).isolate(false);
            await("the node is back", () -> nodes.get(0).isWholeCluster(3) && nodes.get(1).isSynced());
            pause(3000);
        });
        conflicts("met in all", nodes);
        faults.lookUp();
        sameAtBoth(first, second, sittings, nodes.get(2));
        seenElsewhere(first, second, sittings[0]);
    }

    private static List<String> galera(String name, int port, String address) throws IOException {
        return List.of("--wsrep-on=ON", "--wsrep-provider=/usr/lib/galera/libgalera_smm.so", "--wsrep-cluster-name=perf", "--wsrep-node-name=" + name,
                "--wsrep-cluster-address=" + address, "--wsrep-node-address=127.0.0.1", "--wsrep-sst-method=rsync",
                "--wsrep-sst-receive-address=127.0.0.1:" + freePort(), "--binlog-format=ROW", "--innodb-autoinc-lock-mode=2",
                "--wsrep-provider-options=gmcast.listen_addr=tcp://127.0.0.1:" + port + ";ist.recv_addr=127.0.0.1:" + freePort() + ";gcache.size=64M");
    }

    private static String urlOf(List<Node> nodes, int first) {
        List<Node> turned = new ArrayList<>(nodes);
        Collections.rotate(turned, -first);
        return "mariadb:sequential://" + turned.stream().map(n -> "127.0.0.1:" + n.port).collect(Collectors.joining(",")) + "/yarrowmark";
    }

    private void conflicts(String when, List<Node> nodes) throws Exception {
        long failed = 0;
        long aborted = 0;
        for (Node node : nodes) {
            failed += node.status("wsrep_local_cert_failures");
            aborted += node.status("wsrep_local_bf_aborts");
        }
        row("changes of two nodes that met", when, failed + " found when committing, " + aborted + " before", true);
    }

    /** Something that may take a while and fail. */
    private interface Work {
        void run() throws Exception;
    }

    /** Whether something is so by now. */
    private interface Check {
        boolean test() throws Exception;
    }

    /** What is sent while something happens to the nodes. */
    private final class Faults {

        private final List<Node> nodes;
        private final List<Server> servers;
        private final long[] sittings;
        private final Map<String, String> acknowledged = new ConcurrentHashMap<>();

        Faults(List<Node> nodes, List<Server> servers, long[] sittings) {
            this.nodes = nodes;
            this.servers = servers;
            this.sittings = sittings;
        }

        void during(String what, Work happening) throws Exception {
            Sending sending = new Sending(servers, sittings, SENDERS);
            int before = sending.acknowledged.size();
            sending.begin();
            List<Device> devices = List.of(new Device(servers.get(0), sittings[0]), new Device(servers.get(1), sittings[1]));
            long start = System.nanoTime();
            happening.run();
            double took = (System.nanoTime() - start) / 1e9;
            devices.forEach(Device::end);
            sending.end();
            acknowledged.putAll(sending.acknowledged);
            int runs = sending.acknowledged.size() - before;
            row(what, String.format("%d runs acknowledged in %.0f s, %d looks of two devices", runs, took, devices.get(0).told.get() + devices.get(1).told.get()),
                    String.format("longest wait of a sender %.1f s; sent again %s, refused for good %s", sending.longest(), sending.again, sending.forGood),
                    sending.forGood.isEmpty());
        }

        /** The same runs are sent to both servers at once, and the same models made at both. */
        void theSameAtBoth() throws Exception {
            Map<Integer, Integer> ofRuns = new TreeMap<>();
            Map<Integer, Integer> ofModels = new TreeMap<>();
            for (int i = 0; i < 150; i++) {
                String id = UUID.randomUUID().toString();
                String value = String.valueOf(5000 + i);
                String run = Sending.run(id, sittings[i % SENDERS], value);
                String model = "{\"maker\":\"Ostrel\",\"name\":\"Twin " + i + "\",\"kind\":\"LAPTOP\"}";
                atBoth("PUT", "/api/v1/runs/" + id, run, ofRuns);
                atBoth("POST", "/api/v1/models", model, ofModels);
                acknowledged.put(id, value);
            }
            row("the same is sent to both servers at once", "150 runs answered " + ofRuns, "150 models answered " + ofModels,
                    Set.of(200, 201).containsAll(ofRuns.keySet()) && Set.of(200, 201).containsAll(ofModels.keySet()) && ofModels.get(201) == 150);
        }

        private void atBoth(String method, String path, String body, Map<Integer, Integer> statuses) {
            List<CompletableFuture<Integer>> both = servers.stream()
                    .map(s -> CompletableFuture.supplyAsync(() -> s.status(method, path, body))).toList();
            both.forEach(b -> statuses.merge(b.join(), 1, Integer::sum));
        }

        void lookUp() throws Exception {
            await("all nodes are the same", () -> nodes.get(0).isWholeCluster(3));
            List<Set<String>> kept = new ArrayList<>();
            for (Node node : nodes) {
                kept.add(new HashSet<>(Arrays.asList(node.sql("select concat(r.id, ' ', d.text) from run r join reading d on d.run_id = r.id").split("\n"))));
            }
            long lost = acknowledged.entrySet().stream().filter(a -> kept.stream().anyMatch(k -> !k.contains(a.getKey() + " " + a.getValue()))).count();
            row("all that was acknowledged", acknowledged.size() + " runs looked for on three nodes", lost + " lost or with other content", lost == 0);
            row("the nodes", kept.stream().map(k -> String.valueOf(k.size())).collect(Collectors.joining(", ")) + " runs",
                    "the same on all: " + (Set.copyOf(kept).size() == 1), Set.copyOf(kept).size() == 1);
            String twice = nodes.get(1).sql("select count(*) from (select record_id from record_event where kind = 'RUN' and what = 'DONE' group by record_id having count(*) > 1) t").strip();
            row("kept twice", "runs whose keeping is written down twice", twice, twice.equals("0"));
            long elsewhere = 0;
            int asked = 0;
            for (String id : acknowledged.keySet()) {
                if (asked++ < 400) {
                    elsewhere += servers.get(asked % 2).status("GET", "/api/v1/runs/" + id, null) == 200 ? 0 : 1;
                }
            }
            row("asked for at the servers", Math.min(asked, 400) + " of them, half at each", elsewhere + " not found", elsewhere == 0);
        }
    }

    // --- who sends ----------------------------------------------------------------------------------------------------------

    /** Senders, each with a device and a server of its own; what is not answered or is answered 503 is sent again, as the runner does. */
    private static final class Sending {

        private final List<Server> servers;
        private final long[] sittings;
        private final int senders;
        private final AtomicBoolean on = new AtomicBoolean(true);
        private final ExecutorService pool;
        final Map<String, String> acknowledged = new ConcurrentHashMap<>();
        final Map<Integer, Integer> again = Collections.synchronizedMap(new TreeMap<>());
        final Map<Integer, Integer> forGood = Collections.synchronizedMap(new TreeMap<>());
        private final AtomicInteger longestMillis = new AtomicInteger();

        Sending(List<Server> servers, long[] sittings, int senders) {
            this.servers = servers;
            this.sittings = sittings;
            this.senders = senders;
            this.pool = Executors.newFixedThreadPool(senders, work -> {
                Thread thread = new Thread(work);
                thread.setDaemon(true);
                return thread;
            });
        }

        /** Returns runs acknowledged a second. */
        double during(int seconds) throws Exception {
            long start = System.nanoTime();
            begin();
            pause(seconds * 1000);
            int runs = acknowledged.size();
            double took = (System.nanoTime() - start) / 1e9;
            end();
            if (!forGood.isEmpty()) {
                held = false;
                System.err.println("refused for good: " + forGood);
            }
            return runs / took;
        }

        void begin() {
            for (int i = 0; i < senders; i++) {
                Server server = servers.get(i % servers.size());
                long sitting = sittings[i];
                pool.submit(() -> sendWhile(server, sitting));
            }
        }

        void end() throws Exception {
            on.set(false);
            pool.shutdown();
            pool.awaitTermination(60, TimeUnit.SECONDS);
        }

        double longest() {
            return longestMillis.get() / 1000.0;
        }

        private void sendWhile(Server server, long sitting) {
            Random random = new Random();
            while (on.get()) {
                String id = UUID.randomUUID().toString();
                String value = String.valueOf(1000 + random.nextInt(9000));
                long start = System.nanoTime();
                boolean open = true;
                while (open && on.get()) {
                    int status = server.status("PUT", "/api/v1/runs/" + id, run(id, sitting, value));
                    open = status != 200 && status != 201;
                    if (!open) {
                        acknowledged.put(id, value);
                    } else if (status == 503 || status == 599) {
                        again.merge(status, 1, Integer::sum);
                        pause(200);
                    } else {
                        forGood.merge(status, 1, Integer::sum);
                        open = false;
                    }
                }
                int millis = (int) ((System.nanoTime() - start) / 1_000_000);
                longestMillis.accumulateAndGet(millis, Math::max);
            }
        }

        private static String run(String id, long sitting, String value) {
            return "{\"id\":\"" + id + "\",\"suite\":{\"key\":\"clustermill\",\"version\":\"1\"},\"sitting\":" + sitting + ",\"state\":\"DONE\","
                    + "\"startedAt\":\"2026-05-04T10:00:00Z\",\"endedAt\":\"2026-05-04T10:01:00Z\",\"sender\":{\"program\":\"runner\",\"version\":\"1\"},"
                    + "\"readings\":[{\"metric\":\"weave\",\"text\":\"" + value + "\"}]}";
        }
    }

    /** A device that measures through one server and says so twice a second. */
    private static final class Device {

        final AtomicInteger told = new AtomicInteger();
        private final AtomicBoolean on = new AtomicBoolean(true);

        Device(Server server, long sitting) throws Exception {
            String token = server.device(sitting);
            Thread thread = new Thread(() -> {
                for (int i = 0; on.get(); i++) {
                    if (server.progress(token, "part" + i, i % 100 / 100.0) == 204) {
                        told.incrementAndGet();
                    }
                    pause(500);
                }
            });
            thread.setDaemon(true);
            thread.start();
        }

        void end() {
            on.set(false);
        }
    }

    /** A page that is open and hears what happens. */
    private static final class Page implements AutoCloseable {

        private final Map<String, Long> heard = new ConcurrentHashMap<>();
        private final InputStream stream;

        Page(Server server) throws Exception {
            HttpResponse<InputStream> answer = HTTP.send(server.request("/api/v1/events").build(), HttpResponse.BodyHandlers.ofInputStream());
            stream = answer.body();
            BufferedReader lines = new BufferedReader(new InputStreamReader(stream, StandardCharsets.UTF_8));
            lines.readLine();
            Thread thread = new Thread(() -> {
                try {
                    for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                        int mark = line.indexOf("mark");
                        if (mark >= 0) {
                            heard.put(line.substring(mark, line.indexOf('x', mark) + 1), System.nanoTime());
                        }
                    }
                } catch (IOException closed) {
                    // It was closed.
                }
            });
            thread.setDaemon(true);
            thread.start();
        }

        /** Waits; returns milliseconds since a moment. */
        double heard(String mark, long since) {
            long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(20);
            while (!heard.containsKey(mark) && System.nanoTime() < end) {
                LockSupport.parkNanos(500_000);
            }
            return (heard.getOrDefault(mark, System.nanoTime()) - since) / 1e6;
        }

        @Override
        public void close() throws IOException {
            stream.close();
        }
    }

    // --- servers ------------------------------------------------------------------------------------------------------------

    private final class Server implements AutoCloseable {

        private final String token;
        private final int port = freePort();
        private final Process process;
        private boolean closed;

        Server(String name, String url, String token) throws Exception {
            this.token = token;
            ProcessBuilder start = new ProcessBuilder(root.resolve("yarrowmark").toString(), "start", "--home", folder.resolve("server-" + name).toString(),
                    "--port", String.valueOf(port), "--database", url);
            start.environment().put("YARROWMARK_DATABASE_PASSWORD", "yarrowmark");
            start.environment().putIfAbsent("YARROWMARK_HEAP_MB", "700");
            start.environment().put("YARROWMARK_IMPORT_FILE", root.resolve("demo/saltmarsh.json").toString());
            process = start.redirectErrorStream(true).start();
            OPEN.add(this);
            BufferedReader lines = new BufferedReader(new InputStreamReader(process.getInputStream()));
            StringBuilder said = new StringBuilder();
            for (String line = lines.readLine(); ; line = lines.readLine()) {
                if (line == null) {
                    throw new IllegalStateException("server " + name + " did not start: " + said);
                }
                said.append(line).append('\n');
                if (line.startsWith("Ctrl-C")) {
                    break;
                }
            }
            Thread rest = new Thread(() -> {
                try {
                    while (lines.readLine() != null) {
                        // Nobody need hear the rest.
                    }
                } catch (IOException closed) {
                    // It was ended.
                }
            });
            rest.setDaemon(true);
            rest.start();
        }

        /** Returns the address of a page that readers see. */
        String published() throws Exception {
            String index = HTTP.send(request("/read/").build(), HttpResponse.BodyHandlers.ofString()).body();
            Matcher link = Pattern.compile("href=\"(/read/[a-z0-9-]+)\"").matcher(index);
            if (!link.find()) {
                throw new IllegalStateException("nothing is published");
            }
            return link.group(1);
        }

        /** Holds its process to a share of a core, 0 for none; returns whether the system lets us. */
        boolean hold(double share) {
            Path group = Path.of("/sys/fs/cgroup/cpu/yarrowmark-" + port);
            try {
                Files.createDirectories(group);
                Files.writeString(group.resolve("cpu.cfs_quota_us"), share == 0 ? "-1" : String.valueOf((int) (share * 100_000)));
                Files.writeString(group.resolve("cgroup.procs"), String.valueOf(java().pid()));
                return true;
            } catch (IOException e) {
                return false;
            }
        }

        /** Until the server has translated its own code: what a run costs falls by more than half meanwhile. */
        void warmUp(long[] sittings, int senders) throws Exception {
            Sending sending = new Sending(List.of(this), sittings, senders);
            sending.begin();
            await("so many runs", () -> sending.acknowledged.size() > WARM_UP);
            sending.end();
        }

        ProcessHandle java() {
            return process.descendants().filter(p -> p.info().command().orElse("").contains("java")).findFirst().orElseThrow();
        }

        HttpRequest.Builder request(String path) {
            return HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path)).timeout(Duration.ofSeconds(90)).header("Authorization", "Bearer " + token);
        }

        private HttpResponse<String> send(String method, String path, String body, String bearer) throws Exception {
            return HTTP.send(request(path).setHeader("Authorization", "Bearer " + bearer).header("Content-Type", "application/json")
                    .method(method, body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body)).build(),
                    HttpResponse.BodyHandlers.ofString());
        }

        int status(String method, String path, String body) {
            try {
                return send(method, path, body, token).statusCode();
            } catch (Exception none) {
                return 599;
            }
        }

        JsonNode json(String method, String path, String body) throws Exception {
            HttpResponse<String> answer = send(method, path, body, token);
            if (answer.statusCode() >= 300) {
                throw new IllegalStateException(path + " " + answer.statusCode() + " " + answer.body());
            }
            return JSON.readTree(answer.body());
        }

        /** Puts so many devices on the desk, with a suite to run. */
        long[] desks(int count) throws Exception {
            String sheet = "key: clustermill\nversion: \"1\"\nname: Clustermill\ngroup: processor\nmetrics:\n  - {key: weave, name: Weave, unit: MB/s}\n";
            json("POST", "/api/v1/sheets", JSON.writeValueAsString(Map.of("text", sheet)));
            long suite = suite();
            long[] sittings = new long[count];
            for (int i = 0; i < count; i++) {
                long model = json("POST", "/api/v1/models", "{\"maker\":\"Ostrel\",\"name\":\"Clustered " + i + "\",\"kind\":\"LAPTOP\"}").get("id").asLong();
                long unit = json("POST", "/api/v1/models/" + model + "/units", "{\"label\":\"A\"}").get("id").asLong();
                sittings[i] = json("POST", "/api/v1/sittings", "{\"unitId\":" + unit + ",\"setup\":\"as shipped\",\"suites\":[" + suite + "]}").get("sitting").asLong();
            }
            return sittings;
        }

        private long suite() throws Exception {
            for (JsonNode one : json("GET", "/api/v1/suites", null)) {
                if (one.get("key").asText().equals("clustermill")) {
                    return one.get("id").asLong();
                }
            }
            throw new IllegalStateException("the suite is gone");
        }

        /** Returns of how many readings the score of a sitting's setup is. */
        long readings(long sitting) throws Exception {
            long setup = json("GET", "/api/v1/sittings/" + sitting, null).at("/setup/id").asLong();
            return json("GET", "/api/v1/scores?suite=" + suite() + "&setup=" + setup, null).at("/0/own/count").asLong();
        }

        /** Pairs a device; returns its token. */
        String device(long sitting) throws Exception {
            String code = json("POST", "/api/v1/sittings/" + sitting + "/codes", "").get("code").asText();
            return json("POST", "/api/v1/device/pairings", "{\"code\":\"" + code + "\",\"program\":\"runner 0.1.0\"}").get("token").asText();
        }

        int progress(String device, String part, double done) {
            try {
                return send("PUT", "/api/v1/device/progress", "{\"suite\":\"clustermill\",\"partName\":\"" + part + "\",\"done\":" + done
                        + ",\"repeat\":1,\"repeats\":3,\"secondsLeft\":40,\"trace\":[],\"sensors\":[]}", device).statusCode();
            } catch (Exception none) {
                return 599;
            }
        }

        @Override
        public void close() throws Exception {
            if (!closed) {
                closed = true;
                List<ProcessHandle> parts = process.descendants().toList();
                process.destroy();
                if (!process.waitFor(30, TimeUnit.SECONDS)) {
                    parts.forEach(ProcessHandle::destroyForcibly);
                    process.destroyForcibly();
                }
                Files.deleteIfExists(Path.of("/sys/fs/cgroup/cpu/yarrowmark-" + port));
            }
        }
    }

    // --- databases ------------------------------------------------------------------------------------------------------------

    /** A MariaDB of its own, alone or of a cluster. */
    private final class Node implements AutoCloseable {

        private final Path home;
        private final int port = freePort();
        private final List<String> options;
        private Process process;

        Node(String name, List<String> options) throws Exception {
            this.home = Files.createDirectories(folder.resolve(name));
            this.options = options;
            OPEN.add(this);
            said("mariadb-install-db", "--no-defaults", "--datadir=" + home.resolve("data"), "--auth-root-authentication-method=normal", "--skip-test-db", "--user=" + OWNER);
            said("chown", "-R", OWNER, home.toString());
        }

        String url() {
            return "mariadb://127.0.0.1:" + port + "/yarrowmark";
        }

        private List<String> command() {
            List<String> command = new ArrayList<>(List.of("setpriv", "--pdeathsig", "TERM", "--reuid=" + OWNER, "--regid=" + OWNER, "--init-groups",
                    "mariadbd", "--no-defaults", "--datadir=" + home.resolve("data"),
                    "--socket=" + home.resolve("my.sock"), "--pid-file=" + home.resolve("my.pid"), "--bind-address=127.0.0.1", "--port=" + port,
                    "--skip-name-resolve", "--character-set-server=utf8mb4", "--collation-server=utf8mb4_unicode_ci", "--innodb-buffer-pool-size=256M"));
            command.addAll(options);
            return command;
        }

        /** @param isNewCluster whether it begins one, alone */
        void start(boolean isNewCluster) throws Exception {
            List<String> command = command();
            if (isNewCluster) {
                command.add("--wsrep-new-cluster");
            } else if (!options.isEmpty()) {
                recovered().ifPresent(at -> command.add("--wsrep-start-position=" + at));
            }
            process = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.appendTo(home.resolve("node.log").toFile())).start();
            await("the database in " + home, () -> {
                if (!process.isAlive()) {
                    throw new IllegalStateException("it ended: " + home.resolve("node.log"));
                }
                return isAnswering() && (options.isEmpty() || isSynced());
            });
        }

        /** Where a node that did not end in order stood, as its service finds out before it starts it. */
        private Optional<String> recovered() throws Exception {
            List<String> command = command();
            command.add("--wsrep-recover");
            Path log = home.resolve("recover.log");
            Files.deleteIfExists(log);
            new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log.toFile()).start().waitFor();
            return Files.readAllLines(log).stream().filter(l -> l.contains("Recovered position:"))
                    .map(l -> l.substring(l.indexOf("position:") + 9).strip()).filter(p -> !p.startsWith("00000000")).findFirst();
        }

        private boolean isAnswering() {
            try {
                return sqlAs("", "select 1").strip().equals("1");
            } catch (Exception notYet) {
                return false;
            }
        }

        void makeDesk() throws Exception {
            sqlAs("", "create database yarrowmark; create user 'yarrowmark'@'127.0.0.1' identified by 'yarrowmark'; grant all on yarrowmark.* to 'yarrowmark'@'127.0.0.1'");
        }

        /** Returns the secret of a token for scripts, once there are records; they are made by a server that ends again. */
        String token() throws Exception {
            Server maker = new Server("maker", url(), "");
            maker.close();
            byte[] random = new byte[24];
            new Random().nextBytes(random);
            String secret = HexFormat.of().formatHex(random);
            String hash = HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8)));
            sql("insert into access_token (token_hash, scope, name, created_at, expires_at) values ('" + hash + "', 'SCRIPT', 'cluster', utc_timestamp(6), utc_timestamp(6) + interval 1 day)");
            return secret;
        }

        String sql(String statement) throws Exception {
            return sqlAs("yarrowmark", statement);
        }

        private String sqlAs(String schema, String statement) throws Exception {
            return said("mariadb", "--no-defaults", "-uroot", "--socket=" + home.resolve("my.sock"), "--batch", "--skip-column-names", "-e", statement, schema);
        }

        long status(String name) throws Exception {
            String[] line = sqlAs("", "show global status like '" + name + "'").strip().split("\t");
            return line.length < 2 ? 0 : Long.parseLong(line[1]);
        }

        boolean isWholeCluster(int size) throws Exception {
            return isAnswering() && status("wsrep_cluster_size") == size;
        }

        boolean isSynced() throws Exception {
            return isAnswering() && status("wsrep_local_state") == 4;
        }

        void isolate(boolean isCutOff) throws Exception {
            sqlAs("", "set global wsrep_provider_options = 'gmcast.isolate=" + (isCutOff ? 1 : 0) + "'");
        }

        void kill() throws Exception {
            process.destroyForcibly().waitFor();
        }

        @Override
        public void close() throws Exception {
            if (process != null) {
                process.destroy();
                if (!process.waitFor(30, TimeUnit.SECONDS)) {
                    process.destroyForcibly().waitFor();
                }
            }
        }
    }

    /** A way to a database that takes so long in each direction. */
    private static final class Far implements AutoCloseable {

        private final ServerSocket door;
        private final long nanos;

        Far(int to, long nanos) throws IOException {
            this.nanos = nanos;
            this.door = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
            OPEN.add(this);
            daemon(() -> {
                while (!door.isClosed()) {
                    Socket near = door.accept();
                    Socket far = new Socket(InetAddress.getLoopbackAddress(), to);
                    near.setTcpNoDelay(true);
                    far.setTcpNoDelay(true);
                    daemon(() -> carry(near, far));
                    daemon(() -> carry(far, near));
                }
            });
        }

        String url() {
            return "mariadb://127.0.0.1:" + door.getLocalPort() + "/yarrowmark";
        }

        private void carry(Socket from, Socket into) throws IOException {
            byte[] some = new byte[65_536];
            InputStream in = from.getInputStream();
            OutputStream out = into.getOutputStream();
            for (int n = in.read(some); n >= 0; n = in.read(some)) {
                LockSupport.parkNanos(nanos);
                out.write(some, 0, n);
            }
            into.close();
        }

        private static void daemon(Work work) {
            Thread thread = new Thread(() -> {
                try {
                    work.run();
                } catch (Exception closed) {
                    // One side was closed.
                }
            });
            thread.setDaemon(true);
            thread.start();
        }

        @Override
        public void close() throws IOException {
            door.close();
        }
    }

    // --- how ------------------------------------------------------------------------------------------------------------------

    private static synchronized void closeAll() {
        Collections.reverse(OPEN);
        for (AutoCloseable one : OPEN) {
            try {
                one.close();
            } catch (Exception e) {
                System.err.println(e);
            }
        }
        OPEN.clear();
    }

    private static void await(String what, Check check) throws Exception {
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(120);
        while (!check.test()) {
            if (System.nanoTime() > end) {
                throw new IllegalStateException("waited in vain: " + what);
            }
            pause(200);
        }
    }

    private static String said(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) {
            throw new IllegalStateException(command[0] + ": " + said);
        }
        return said;
    }

    /** Below the ports that the system gives to outgoing connections. */
    private static int freePort() {
        while (true) {
            int port = 20_000 + new Random().nextInt(12_000);
            try (ServerSocket socket = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
                return socket.getLocalPort();
            } catch (IOException taken) {
                // Another one.
            }
        }
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
