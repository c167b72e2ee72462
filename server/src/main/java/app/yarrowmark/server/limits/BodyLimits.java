package app.yarrowmark.server.limits;

import java.util.Map;

/** How large a body may be, by where it is sent. */
final class BodyLimits {

    private static final long KB = 1024;
    private static final long MB = 1024 * KB;
    private static final long LARGE = 11 * MB;
    /** Open to callers nobody knows yet, so that what they hold is little. */
    private static final Map<String, Long> EXACT = Map.of(
            "/api/v1/session", 4 * KB,
            "/api/v1/first-account", 4 * KB,
            "/api/v1/device/pairings", 4 * KB,
            "/api/v1/device/progress", 64 * KB,
            "/api/v1/imports", 110 * MB,
            "/api/v1/desk-zips", 110 * MB,
            "/api/v1/desk-files", LARGE);

    private BodyLimits() {}

    /** Returns how many bytes are read at a path. */
    static long most(String path) {
        Long exact = EXACT.get(path);
        if (exact != null) {
            return exact;
        }
        boolean large =
                path.endsWith("/evidence") || path.startsWith("/api/v1/runs/") || path.startsWith("/api/v1/tables/");
        return large ? LARGE : 4 * MB;
    }
}
