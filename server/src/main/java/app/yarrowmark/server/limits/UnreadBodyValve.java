package app.yarrowmark.server.limits;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.concurrent.atomic.AtomicBoolean;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.apache.tomcat.util.net.ApplicationBufferHandler;

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
            org.apache.coyote.Request body = request.getCoyoteRequest();
            if (!request.isAsync() && !isRead(body)) {
                response.finishResponse();
                drain(body);
                if (!isRead(body)) {
                    body.action(ActionCode.DISABLE_SWALLOW_INPUT, null);
                }
            }
        }
    }

    private static boolean isRead(org.apache.coyote.Request request) {
        AtomicBoolean read = new AtomicBoolean();
        request.action(ActionCode.REQUEST_BODY_FULLY_READ, read);
        return read.get();
    }

    /** How much has come, looked for without waiting for it. */
    private static int available(org.apache.coyote.Request request) {
        request.action(ActionCode.AVAILABLE, Boolean.TRUE);
        return request.getAvailable();
    }

    private static void drain(org.apache.coyote.Request request) {
        Rubbish rubbish = new Rubbish();
        long end = System.nanoTime() + PATIENCE_MILLIS * 1_000_000;
        int seen = 0;
        try {
            while (System.nanoTime() < end && seen < MOST_BYTES && !isRead(request)) {
                if (available(request) > 0) {
                    int n = request.doRead(rubbish);
                    if (n < 0) {
                        return;
                    }
                    seen += n;
                } else {
                    Thread.sleep(LOOK_MILLIS);
                }
            }
        } catch (IOException gone) {
            // Nobody is there to listen to the answer.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Takes what is read and looks at none of it. */
    private static final class Rubbish implements ApplicationBufferHandler {

        private ByteBuffer buffer = ByteBuffer.allocate(0);

        @Override
        public void setByteBuffer(ByteBuffer read) {
            buffer = read;
        }

        @Override
        public ByteBuffer getByteBuffer() {
            return buffer;
        }

        @Override
        public void expand(int size) {
            // What is thrown away needs no room.
        }
    }
}
