import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What readers of published pages cost the desk: 50 of them ask so many times a second in all, for everything that is published,
 * while one asks what a desk asks. In turns with nobody reading, so that a slow minute of the machine is in both. Fails where an
 * answer is refused, or where the desk is slower by more than half and by more than 20 ms.
 *
 * <p>Arguments: URL TOKEN [requests a second, 500 [turns, 4 [seconds of a turn, 8]]]
 */
public final class Published {

    private static final int READERS = 50;
    private static final List<String> DESK =
            List.of("/api/v1/sittings", "/api/v1/standings?kind=LAPTOP", "/api/v1/runs?size=50", "/api/v1/write-ups");
    private static final Pattern LINK = Pattern.compile("(?:href|src|data-numbers)=\"([^\"#]+)\"");

    private final HttpClient http = HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).build();
    private final URI base;
    private final String token;

    private Published(String url, String token) {
        this.base = URI.create(url);
        this.token = token;
    }

    public static void main(String[] args) throws Exception {
        Published p = new Published(args[0], args[1]);
        int rate = args.length > 2 ? Integer.parseInt(args[2]) : 500;
        int turns = args.length > 3 ? Integer.parseInt(args[3]) : 4;
        int seconds = args.length > 4 ? Integer.parseInt(args[4]) : 8;
        List<String> pages = p.pages();
        System.out.printf("%d public files%n", pages.size());
        p.turn(pages, 0, 3);
        List<Double> quiet = new ArrayList<>();
        List<Double> read = new ArrayList<>();
        double asked = 0;
        for (int i = 0; i < turns; i++) {
            quiet.addAll(p.turn(pages, 0, seconds).desk);
            Turn busy = p.turn(pages, rate, seconds);
            read.addAll(busy.desk);
            asked += busy.answered / (double) seconds / turns;
            if (busy.refused > 0) {
                System.out.printf("%d answers to readers were refused%n", busy.refused);
                System.exit(1);
            }
        }
        double before = middle(quiet, .5);
        double after = middle(read, .5);
        System.out.printf(Locale.ENGLISH, "%d readers: %.0f answers a second of %d asked for%n", READERS, asked, rate);
        System.out.printf(
                Locale.ENGLISH,
                "desk, nobody reading:   median %.1f ms, 95 of 100 within %.1f ms (%d answers)%n",
                before, middle(quiet, .95), quiet.size());
        System.out.printf(
                Locale.ENGLISH,
                "desk, while they read:  median %.1f ms, 95 of 100 within %.1f ms (%d answers)%n",
                after, middle(read, .95), read.size());
        System.out.printf(Locale.ENGLISH, "ratio of the medians: %.2f%n", after / before);
        System.exit(after > 1.5 * before && after > before + 20 ? 1 : 0);
    }

    private record Turn(List<Double> desk, int answered, int refused) {}

    /** Everything that a stranger finds from the index of what is published. */
    private List<String> pages() throws Exception {
        Set<String> found = new LinkedHashSet<>(List.of("/read/"));
        List<String> open = new ArrayList<>(found);
        while (!open.isEmpty()) {
            String path = open.remove(0);
            HttpResponse<String> answer = http.send(
                    HttpRequest.newBuilder(base.resolve(path)).build(), HttpResponse.BodyHandlers.ofString());
            if (!answer.headers().firstValue("Content-Type").orElse("").startsWith("text/html")) {
                continue;
            }
            Matcher links = LINK.matcher(answer.body());
            while (links.find()) {
                URI to = base.resolve(path).resolve(links.group(1));
                if (to.getPath() != null && to.getPath().startsWith("/read/") && found.add(to.getPath())) {
                    open.add(to.getPath());
                }
            }
        }
        return List.copyOf(found);
    }

    private Turn turn(List<String> pages, int rate, int seconds) throws Exception {
        long end = System.nanoTime() + seconds * 1_000_000_000L;
        AtomicInteger answered = new AtomicInteger();
        AtomicInteger refused = new AtomicInteger();
        CountDownLatch done = new CountDownLatch(rate == 0 ? 0 : READERS);
        ExecutorService readers = Executors.newFixedThreadPool(READERS);
        for (int r = 0; rate > 0 && r < READERS; r++) {
            int first = r;
            readers.submit(() -> {
                read(pages, first, rate / (double) READERS, end, answered, refused);
                done.countDown();
            });
        }
        List<Double> desk = new ArrayList<>();
        for (int i = 0; System.nanoTime() < end; i++) {
            long began = System.nanoTime();
            HttpRequest asked = HttpRequest.newBuilder(base.resolve(DESK.get(i % DESK.size())))
                    .header("Authorization", "Bearer " + token)
                    .build();
            int status = http.send(asked, HttpResponse.BodyHandlers.discarding()).statusCode();
            if (status != 200) {
                throw new IllegalStateException(asked.uri() + " answered " + status);
            }
            desk.add((System.nanoTime() - began) / 1e6);
            LockSupport.parkNanos(Duration.ofMillis(20).toNanos());
        }
        done.await();
        readers.shutdownNow();
        return new Turn(desk, answered.get(), refused.get());
    }

    /** One reader, who asks at a steady pace and does not catch up. */
    private void read(
            List<String> pages, int first, double rate, long end, AtomicInteger answered, AtomicInteger refused) {
        long pause = (long) (1e9 / rate);
        long next = System.nanoTime() + first * pause / READERS;
        for (int i = first; next < end; i++) {
            LockSupport.parkNanos(Math.max(0, next - System.nanoTime()));
            try {
                HttpResponse<Void> answer = http.send(
                        HttpRequest.newBuilder(base.resolve(pages.get(i % pages.size()))).build(),
                        HttpResponse.BodyHandlers.discarding());
                answered.incrementAndGet();
                if (answer.statusCode() != 200) {
                    refused.incrementAndGet();
                }
            } catch (Exception e) {
                refused.incrementAndGet();
            }
            next = Math.max(next + pause, System.nanoTime());
        }
    }

    private static double middle(List<Double> times, double share) {
        double[] sorted = times.stream().mapToDouble(Double::doubleValue).toArray();
        Arrays.sort(sorted);
        return sorted[(int) (share * (sorted.length - 1))];
    }
}
