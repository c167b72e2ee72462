import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Many readers of one desk: {@code java perf/Readers.java URL TOKEN [SECONDS [PID [READERS ...]]]}, with a token of
 * {@code ./yarrowmark token}. Each asks in turn for the standings of everything, for a model and for a comparison, and waits a second
 * between two questions; as many pages listen for events. Unless told otherwise 10, 50 and 200 readers, 60 seconds each. Prints, for
 * each kind of question, the median, the slowest of a twentieth and the slowest, in milliseconds; what was not answered; and, with the
 * number of the server's process, its full collections. Loopback only.
 */
class Readers {

    private static final int MOST_READERS = 200;
    private static final int MODELS = 40;
    private static URI server;
    private static String token;

    public static void main(String[] args) throws Exception {
        server = URI.create(args[0]);
        if (!List.of("127.0.0.1", "localhost").contains(server.getHost())) {
            throw new IllegalArgumentException("only a server on this machine is read");
        }
        token = args[1];
        int seconds = args.length > 2 ? Math.min(300, Integer.parseInt(args[2])) : 60;
        String pid = args.length > 3 ? args[3] : "";
        int[] readers = args.length > 4 ? Arrays.stream(args).skip(4).mapToInt(Integer::parseInt).toArray() : new int[] {10, 50, 200};
        List<String> questions = questions();
        for (int count : readers) {
            read(Math.min(MOST_READERS, count), seconds, pid, questions);
        }
    }

    /** Standings, some models and some comparisons, each with its kind before it. */
    private static List<String> questions() throws Exception {
        List<String> all = new ArrayList<>();
        Matcher models = Pattern.compile("\"id\":(\\d+),\"maker\"").matcher(text("models"));
        while (models.find() && all.size() < MODELS) {
            all.add("model page=profiles/models/" + models.group(1));
        }
        Matcher keys = Pattern.compile("\"key\":\"(setup-\\d+)\"").matcher(text("standings?tuned=BOTH"));
        List<String> setups = new ArrayList<>();
        while (keys.find() && setups.size() < 12) {
            setups.add(keys.group(1));
        }
        for (int i = 0; i + 4 <= setups.size(); i += 2) {
            all.add("comparison=comparison?subject=" + String.join("&subject=", setups.subList(i, i + 4)));
        }
        for (int i = all.size() / 2; i > 0; i--) {
            all.add("standings of everything=standings?tuned=BOTH");
        }
        return all;
    }

    private static void read(int count, int seconds, String pid, List<String> questions) throws Exception {
        Map<String, ConcurrentLinkedQueue<Double>> times = new TreeMap<>();
        questions.forEach(q -> times.putIfAbsent(q.split("=", 2)[0], new ConcurrentLinkedQueue<>()));
        Map<String, AtomicInteger> failed = new TreeMap<>();
        times.keySet().forEach(k -> failed.put(k, new AtomicInteger()));
        ExecutorService pool = Executors.newCachedThreadPool();
        CountDownLatch done = new CountDownLatch(count);
        String before = collections(pid);
        List<java.io.Closeable> streams = new ArrayList<>();
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
        for (int r = 0; r < count; r++) {
            streams.add(listen());
            Random random = new Random(r);
            pool.submit(() -> {
                HttpClient http = HttpClient.newHttpClient();
                try {
                    TimeUnit.MILLISECONDS.sleep(random.nextInt(1000));
                    while (System.nanoTime() < end) {
                        String[] question = questions.get(random.nextInt(questions.size())).split("=", 2);
                        long sent = System.nanoTime();
                        int status = ask(http, question[1]);
                        times.get(question[0]).add((System.nanoTime() - sent) / 1e6);
                        failed.get(question[0]).addAndGet(status == 200 ? 0 : 1);
                        TimeUnit.SECONDS.sleep(1);
                    }
                } finally {
                    done.countDown();
                }
                return null;
            });
        }
        done.await();
        for (java.io.Closeable stream : streams) {
            stream.close();
        }
        pool.shutdownNow();
        System.out.printf("%d readers, %d s%s%n", count, seconds, pid.isEmpty() ? "" : "; full collections and their seconds: " + before + " -> " + collections(pid));
        times.forEach((kind, own) -> {
            double[] sorted = own.stream().mapToDouble(Double::doubleValue).sorted().toArray();
            System.out.printf("  %-26s %5d asked, %d not answered; %.1f ms, 95 of 100 under %.1f, slowest %.1f%n", kind, sorted.length,
                    failed.get(kind).get(), at(sorted, .5), at(sorted, .95), at(sorted, 1));
        });
    }

    private static double at(double[] sorted, double share) {
        return sorted.length == 0 ? Double.NaN : sorted[(int) Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
    }

    private static int ask(HttpClient http, String path) throws InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(server.resolve("/api/v1/" + path)).timeout(Duration.ofSeconds(60))
                .header("Authorization", "Bearer " + token).header("Accept-Encoding", "gzip").build();
        try {
            return http.send(request, HttpResponse.BodyHandlers.ofByteArray()).statusCode();
        } catch (IOException none) {
            return 599;
        }
    }

    private static String text(String path) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(server.resolve("/api/v1/" + path)).header("Authorization", "Bearer " + token).build();
        return HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString()).body();
    }

    /** A page that listens; what it hears is thrown away. */
    private static java.io.Closeable listen() throws IOException {
        java.net.Socket socket = new java.net.Socket(server.getHost(), server.getPort());
        socket.getOutputStream().write(("GET /api/v1/events HTTP/1.1\r\nHost: desk\r\nAuthorization: Bearer " + token + "\r\n\r\n").getBytes());
        Thread reader = new Thread(() -> {
            try {
                socket.getInputStream().transferTo(java.io.OutputStream.nullOutputStream());
            } catch (IOException ended) {
                // The reading is over.
            }
        });
        reader.setDaemon(true);
        reader.start();
        return socket;
    }

    /** Number and seconds of the full collections of a process so far. */
    private static String collections(String pid) throws Exception {
        if (pid.isEmpty()) {
            return "";
        }
        Process jstat = new ProcessBuilder("jstat", "-gc", pid).start();
        String[] lines = new String(jstat.getInputStream().readAllBytes()).split("\n");
        List<String> names = Arrays.asList(lines[0].trim().split("\\s+"));
        String[] values = lines[1].trim().split("\\s+");
        return values[names.indexOf("FGC")] + " in " + values[names.indexOf("FGCT")];
    }
}
