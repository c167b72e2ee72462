package app.yarrowmark.server.limits;

import org.springframework.boot.web.embedded.tomcat.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/** How connections are taken and let go. */
@Component
class ServerConnections implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        factory.setProtocol(CappedProtocol.class.getName());
        factory.addEngineValves(new UnreadBodyValve());
    }
}
