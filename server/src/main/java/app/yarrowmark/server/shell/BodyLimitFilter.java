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

/** Refuses bodies over 4 MB, whether the length is told before or not: no run comes near it. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class BodyLimitFilter extends OncePerRequestFilter {

    static final String MESSAGE =
            "what was sent is larger than 4 MB; a run, a desk file or a sheet is never that large";

    private static final long MOST = 4L * 1024 * 1024;

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getContentLengthLong() > MOST) {
            response.setStatus(413);
            response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
            response.getWriter()
                    .write("{\"type\":\"about:blank\",\"title\":\"Payload Too Large\",\"status\":413,\"detail\":\""
                            + MESSAGE + "\"}");
            return;
        }
        chain.doFilter(new Limited(request), response);
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

        Limited(HttpServletRequest request) {
            super(request);
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new Counted(super.getInputStream());
        }
    }

    private static final class Counted extends ServletInputStream {

        private final ServletInputStream inner;
        private long seen;

        Counted(ServletInputStream inner) {
            this.inner = inner;
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
            if (seen > MOST) {
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
