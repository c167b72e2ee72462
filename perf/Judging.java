import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How long standings and comparisons take on whatever desk is there: {@code java perf/Judging.java URL TOKEN [TURNS]}, with a
 * token of {@code ./yarrowmark token}. Asked again is answered from what is kept; to ask with nothing kept, each turn asks for
 * another pool. Prints the median and the slowest of a twentieth, in milliseconds, seen from the client on the same machine.
 */
class Judging {

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
        tell("standings of models, nothing kept", turns, i -> "standings?ranked=model&priceTo=" + (1_000_000 + i));
        tell("comparison of " + setups.size() + " setups", turns, i -> "comparison?subject=" + String.join("&subject=", setups));
    }

    private interface Question {
        String at(int turn);
    }

    private static void tell(String what, int turns, Question question) throws Exception {
        get(question.at(-1));
        double[] took = new double[turns];
        for (int i = 0; i < turns; i++) {
            long start = System.nanoTime();
            get(question.at(i));
            took[i] = (System.nanoTime() - start) / 1e6;
        }
        Arrays.sort(took);
        System.out.printf("%s: median %.0f ms, 95 of 100 under %.0f ms%n", what, took[turns / 2], took[(int) (.95 * (turns - 1))]);
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
