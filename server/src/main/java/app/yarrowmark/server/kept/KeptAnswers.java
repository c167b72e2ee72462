package app.yarrowmark.server.kept;

import app.yarrowmark.server.events.DeskRevision;
import app.yarrowmark.server.problems.Problems;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.secrets.Tokens;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.jspecify.annotations.Nullable;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.util.ContentCachingResponseWrapper;

/**
 * Keeps the answers to questions that take computing, ready to be sent, until anything on the desk changes. The same question
 * asked by many is computed once and the others wait for it; few are computed at a time, and no connection to the records is
 * held by who waits. Whoever has the answer already is told that it still holds.
 */
@Component
@Order(0)
class KeptAnswers extends OncePerRequestFilter {

    /** Whose answers are the same for everybody who may ask. */
    private static final List<String> QUESTIONS = List.of(
            "/api/v1/standings",
            "/api/v1/ranking",
            "/api/v1/comparison",
            "/api/v1/lines",
            "/api/v1/inside",
            "/api/v1/plans/",
            "/api/v1/scores",
            "/api/v1/profiles/");

    private static final int AT_ONCE = Runtime.getRuntime().availableProcessors() + 1;
    private static final int MOST_WAITING = 150;
    private static final long PATIENCE_SECONDS = 20;
    private static final int LEAST_BYTES = 4 * 1024 * 1024;
    private static final int SHARE = 24;

    private final DeskRevision revision;
    private final Kept<String, Sent> answers =
            Kept.weighed(Math.max(LEAST_BYTES, Runtime.getRuntime().maxMemory() / SHARE), s -> s.packed.length + 500);
    private final Semaphore computing = new Semaphore(AT_ONCE, true);

    KeptAnswers(DeskRevision revision) {
        this.revision = revision;
    }

    /** An answer ready to be sent. */
    private record Sent(byte[] packed, String type, String tag) {}

    /** What is not kept, such as a refusal: it was sent to the one who asked already. */
    private static final class Refused extends RuntimeException {

        private final byte[] body;
        private final int status;
        private final @Nullable String type;

        Refused(int status, @Nullable String type, byte[] body) {
            super("refused", null, false, false);
            this.status = status;
            this.type = type;
            this.body = body;
        }
    }

    /** A failure of the chain on its way through what keeps answers. */
    private static final class Broken extends RuntimeException {

        Broken(Exception cause) {
            super(cause);
        }
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String path = request.getRequestURI();
        return !request.getMethod().equals("GET") || QUESTIONS.stream().noneMatch(path::startsWith);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String question = request.getRequestURI() + "?" + request.getQueryString();
        try {
            send(
                    answers.get(question, revision.current(), () -> computed(request, response, chain)),
                    request,
                    response);
        } catch (Refused refused) {
            response.setStatus(refused.status);
            response.setContentType(refused.type);
            if (Problems.isPassing(refused.status)) {
                response.setIntHeader(HttpHeaders.RETRY_AFTER, Problems.RETRY_SECONDS);
            }
            response.getOutputStream().write(refused.body);
        } catch (Broken broken) {
            if (broken.getCause() instanceof IOException io) {
                throw io;
            }
            throw (ServletException) broken.getCause();
        }
    }

    private Sent computed(HttpServletRequest request, HttpServletResponse response, FilterChain chain) {
        await();
        try {
            ContentCachingResponseWrapper caught = new ContentCachingResponseWrapper(response);
            ReadOnce.within(() -> chain.doFilter(request, caught));
            byte[] body = caught.getContentAsByteArray();
            if (caught.getStatus() != 200) {
                throw new Refused(caught.getStatus(), caught.getContentType(), body);
            }
            byte[] packed = packed(body);
            return new Sent(packed, String.valueOf(caught.getContentType()), "\"" + Tokens.digest(packed) + "\"");
        } catch (IOException | ServletException e) {
            throw new Broken(e);
        } finally {
            computing.release();
        }
    }

    private void await() {
        try {
            if (computing.getQueueLength() < MOST_WAITING && computing.tryAcquire(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
                return;
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        throw Refusal.busy("So much is being computed that this has to wait. Try again shortly.");
    }

    private static void send(Sent answer, HttpServletRequest request, HttpServletResponse response) throws IOException {
        response.setHeader(HttpHeaders.CACHE_CONTROL, "private, no-cache");
        response.setHeader(HttpHeaders.ETAG, answer.tag);
        response.setHeader(HttpHeaders.VARY, HttpHeaders.ACCEPT_ENCODING);
        if (answer.tag.equals(request.getHeader(HttpHeaders.IF_NONE_MATCH))) {
            response.setStatus(HttpServletResponse.SC_NOT_MODIFIED);
            return;
        }
        response.setStatus(HttpServletResponse.SC_OK);
        response.setContentType(answer.type);
        String accepted = request.getHeader(HttpHeaders.ACCEPT_ENCODING);
        if (accepted != null && accepted.contains("gzip")) {
            response.setHeader(HttpHeaders.CONTENT_ENCODING, "gzip");
            response.setContentLength(answer.packed.length);
            response.getOutputStream().write(answer.packed);
        } else {
            try (GZIPInputStream plain = new GZIPInputStream(new ByteArrayInputStream(answer.packed))) {
                plain.transferTo(response.getOutputStream());
            }
        }
    }

    private static byte[] packed(byte[] body) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream(Math.max(64, body.length / 6));
        try (GZIPOutputStream gzip = new GZIPOutputStream(out)) {
            gzip.write(body);
        }
        return out.toByteArray();
    }
}
