package app.yarrowmark.server.shell;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.jspecify.annotations.Nullable;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Refuses bodies that are too large, whether the length is told before or not: 4 MB of anything, 11 MB of evidence or of a
 * run with its series, 110 MB of a table.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class BodyLimitFilter extends OncePerRequestFilter {

    static final String MESSAGE = "what was sent is larger than is read here: 4 MB, 10 MB of evidence or of a run with"
            + " its series, 100 MB of a table";

    private static final long MB = 1024 * 1024;

    private static long most(HttpServletRequest request) {
        String path = request.getRequestURI();
        boolean large = path.endsWith("/evidence")
                || path.startsWith("/api/v1/runs/")
                || path.startsWith("/api/v1/tables/")
                || path.equals("/api/v1/desk-files");
        return path.equals("/api/v1/imports") ? 110 * MB : large ? 11 * MB : 4 * MB;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long most = most(request);
        if (request.getContentLengthLong() > most) {
            response.setStatus(413);
            response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
            response.getWriter()
                    .write("{\"type\":\"about:blank\",\"title\":\"Payload Too Large\",\"status\":413,\"detail\":\""
                            + MESSAGE + "\"}");
            return;
        }
        chain.doFilter(new Limited(request, most), response);
    }

    /** Returns whether a failure to read a body came from this limit. */
    static boolean exceeded(@Nullable Throwable e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof TooLong) {
                return true;
            }
        }
        return false;
    }

    private static final class TooLong extends IOException {}

    private static final class Limited extends HttpServletRequestWrapper {

        private final long most;

        Limited(HttpServletRequest request, long most) {
            super(request);
            this.most = most;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new Counted(super.getInputStream(), most);
        }
    }

    private static final class Counted extends ServletInputStream {

        private final ServletInputStream inner;
        private final long most;
        private long seen;

        Counted(ServletInputStream inner, long most) {
            this.inner = inner;
            this.most = most;
        }

        @Override
        public int read() throws IOException {
            int b = inner.read();
            count(b < 0 ? 0 : 1);
            return b;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            int n = inner.read(into, offset, length);
            count(Math.max(0, n));
            return n;
        }

        private void count(int more) throws TooLong {
            seen += more;
            if (seen > most) {
                throw new TooLong();
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
