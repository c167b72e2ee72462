package app.yarrowmark.e2e;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;

/** Run files as a script would write them. */
final class Runs {

    private static final Map<String, String> VERSIONS = Map.of("kernmill", "3", "lumenwalk", "2", "siltpath", "1");

    private Runs() {}

    /** A new run of a sitting, readings as {@code metric=text}. */
    static String json(long sitting, String suite, String... readings) {
        String lines = List.of(readings).stream()
                .map(r -> r.split("=", 2))
                .map(r -> "{\"metric\":\"" + r[0] + "\",\"text\":\"" + r[1] + "\"}")
                .collect(Collectors.joining(","));
        return "{\"id\":\"" + UUID.randomUUID() + "\",\"suite\":{\"key\":\"" + suite + "\",\"version\":\""
                + VERSIONS.get(suite) + "\"},\"sitting\":" + sitting
                + ",\"state\":\"DONE\",\"startedAt\":\"2026-11-20T12:00:00Z\",\"endedAt\":\"2026-11-20T12:03:00Z\","
                + "\"sender\":{\"program\":\"script\",\"version\":\"1\"},\"readings\":[" + lines + "]}";
    }

    /** The id of a run file. */
    static String id(String run) {
        return run.substring(7, 43);
    }
}
