package app.yarrowmark.server.limits;

import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.nio.channels.SocketChannel;
import org.apache.coyote.http11.Http11NioProtocol;
import org.apache.tomcat.util.net.NioEndpoint;

/**
 * HTTP over connections of which one address gets a share only, so that one that opens all it can leaves room for others.
 * A connection costs no thread while nothing is asked, so the share is large.
 */
public final class CappedProtocol extends Http11NioProtocol {

    static final int MOST_OF_ONE = 1024;

    /** Made by the server, which knows it by its name. */
    public CappedProtocol() {
        super(new Capped());
    }

    private static final class Capped extends NioEndpoint {

        @Override
        protected boolean setSocketOptions(SocketChannel socket) {
            // Only where there are many is it worth looking whose they are.
            if (getConnections().size() >= MOST_OF_ONE && countOf(socket) >= MOST_OF_ONE) {
                return false;
            }
            return super.setSocketOptions(socket);
        }

        private long countOf(SocketChannel socket) {
            try {
                SocketAddress from = socket.getRemoteAddress();
                String own =
                        from instanceof InetSocketAddress a ? a.getAddress().getHostAddress() : "";
                return getConnections().stream()
                        .filter(c -> own.equals(c.getRemoteAddr()))
                        .count();
            } catch (IOException gone) {
                return Long.MAX_VALUE;
            }
        }
    }
}
