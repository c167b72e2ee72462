package app.yarrowmark.server.limits;

import app.yarrowmark.server.problems.BodyRefused;
import app.yarrowmark.server.problems.Problems;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Bounds the reading of bodies: how large one is, whether its length is told before or not; how long it takes; how many come
 * from one address at a time; and how much memory those in work take together.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class BodyLimitFilter extends OncePerRequestFilter {

    /** Bodies that are being read for one address: each takes a thread of two hundred. */
    private static final int MOST_OF_ONE = 24;

    private static final long GRACE_MILLIS = 15_000;
    /** What must have come on the average once the grace is over. */
    private static final long LEAST_BYTES_A_SECOND = 8 * 1024;

    private final Cache<String, Semaphore> ofOne =
            Caffeine.newBuilder().weakValues().build();
    private final BodyRoom room = new BodyRoom();

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long most = BodyLimits.most(request.getRequestURI());
        if (request.getContentLengthLong() > most) {
            Problems.write(response, 413, BodyRefused.TOO_LONG);
            return;
        }
        try (Limited limited = new Limited(request, most)) {
            chain.doFilter(limited, response);
        }
    }

    /** Nothing is taken up before the body is read, which a caller that is not known does not come to. */
    private final class Limited extends HttpServletRequestWrapper implements AutoCloseable {

        private final long most;
        private final BodyRoom.Taken taken = room.new Taken();
        private final Semaphore own;
        private boolean reading;

        Limited(HttpServletRequest request, long most) {
            super(request);
            this.most = most;
            this.own = ofOne.get(request.getRemoteAddr(), a -> new Semaphore(MOST_OF_ONE));
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new Counted(super.getInputStream(), this);
        }

        void begin() throws IOException {
            if (reading) {
                return;
            }
            if (!own.tryAcquire()) {
                throw new BodyRefused(
                        HttpStatus.SERVICE_UNAVAILABLE,
                        "More than " + MOST_OF_ONE + " bodies are being sent from your address. Try again shortly.");
            }
            reading = true;
            taken.upTo(Math.max(0, getContentLengthLong()));
        }

        void end() {
            if (reading) {
                reading = false;
                own.release();
            }
        }

        @Override
        public void close() {
            end();
            taken.close();
        }
    }

    private static final class Counted extends ServletInputStream {

        private final ServletInputStream inner;
        private final Limited request;
        private long since;
        private long seen;

        Counted(ServletInputStream inner, Limited request) {
            this.inner = inner;
            this.request = request;
        }

        @Override
        public int read() throws IOException {
            before();
            int b = inner.read();
            count(b < 0 ? -1 : 1);
            return b;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            before();
            int n = inner.read(into, offset, length);
            count(n);
            return n;
        }

        private void before() throws IOException {
            if (since == 0) {
                since = System.nanoTime();
                request.begin();
            }
        }

        private void count(int more) throws IOException {
            if (more < 0) {
                request.end();
                return;
            }
            seen += more;
            if (seen > request.most) {
                throw new BodyRefused(HttpStatus.PAYLOAD_TOO_LARGE, BodyRefused.TOO_LONG);
            }
            request.taken.upTo(seen);
            long millis = (System.nanoTime() - since) / 1_000_000;
            if (millis > GRACE_MILLIS && seen * 1000 < (millis - GRACE_MILLIS) * LEAST_BYTES_A_SECOND) {
                throw new BodyRefused(HttpStatus.REQUEST_TIMEOUT, "What was sent came too slowly; send it again.");
            }
        }

        @Override
        public boolean isFinished() {
            return inner.isFinished();
        }

        @Override
        public boolean isReady() {
            return inner.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            inner.setReadListener(listener);
        }
    }
}
