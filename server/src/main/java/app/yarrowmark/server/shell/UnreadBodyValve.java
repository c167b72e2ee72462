package app.yarrowmark.server.shell;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.util.concurrent.atomic.AtomicBoolean;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;

/**
 * Lets go of a connection whose body nobody read to its end. A moment is given to what is on its way, so that a sender that
 * is only slow to listen gets its answer; a sender that drips would else hold a thread for as long as it wishes.
 */
final class UnreadBodyValve extends ValveBase {

    private static final long PATIENCE_MILLIS = 1_500;
    private static final long LOOK_MILLIS = 20;
    private static final int MOST_BYTES = 16 * 1024 * 1024;

    UnreadBodyValve() {
        super(true);
    }

    @Override
    public void invoke(Request request, Response response) throws IOException, ServletException {
        try {
            getNext().invoke(request, response);
        } finally {
            if (!request.isAsync() && !isRead(request)) {
                response.finishResponse();
                drain(request);
                if (!isRead(request)) {
                    request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
                }
            }
        }
    }

    private static boolean isRead(Request request) {
        AtomicBoolean read = new AtomicBoolean();
        request.getCoyoteRequest().action(ActionCode.REQUEST_BODY_FULLY_READ, read);
        return read.get();
    }

    private static void drain(Request request) {
        byte[] rubbish = new byte[8192];
        long end = System.nanoTime() + PATIENCE_MILLIS * 1_000_000;
        int seen = 0;
        try {
            while (System.nanoTime() < end && seen < MOST_BYTES && !isRead(request)) {
                int there = request.getStream().available();
                if (there > 0) {
                    int n = request.getStream().read(rubbish, 0, Math.min(there, rubbish.length));
                    if (n < 0) {
                        return;
                    }
                    seen += n;
                } else {
                    Thread.sleep(LOOK_MILLIS);
                }
            }
        } catch (IOException | IllegalStateException gone) {
            // Nobody is there to listen to the answer.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
