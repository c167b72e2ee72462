package app.yarrowmark.server.boards;

import java.time.Instant;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * A view kept under a name.
 *
 * @param address the question part of the page's address, from its question mark; empty for the page as it opens
 * @param who kept it last
 * @param publicSlug last part of its public address; absent where readers do not see it
 * @param edition counts up with every change
 */
public record BoardView(
        long id,
        Page page,
        String name,
        String address,
        String who,
        Instant at,
        @Nullable String publicSlug,
        int edition) {

    /** A page with views worth keeping. */
    public enum Page {
        STANDINGS,
        SIDE_BY_SIDE,
        VERSIONS;

        /** Returns what people call it. */
        public String words() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }
    }
}
