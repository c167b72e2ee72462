package app.yarrowmark.server.lan;

import app.yarrowmark.server.Settings;
import app.yarrowmark.server.limits.CappedProtocol;
import org.apache.catalina.connector.Connector;
import org.apache.tomcat.util.net.SSLHostConfig;
import org.apache.tomcat.util.net.SSLHostConfigCertificate;
import org.springframework.boot.web.embedded.tomcat.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/** Opens a second port, over https and to the whole network, if the start command asked for one. */
@Component
class LanConnector implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {

    private final Settings settings;

    LanConnector(Settings settings) {
        this.settings = settings;
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        if (settings.lanPort() > 0) {
            factory.addAdditionalTomcatConnectors(connector());
        }
    }

    private Connector connector() {
        Connector connector = new Connector(CappedProtocol.class.getName());
        connector.setPort(settings.lanPort());
        connector.setScheme("https");
        connector.setSecure(true);
        connector.setProperty("SSLEnabled", "true");
        connector.setProperty("compression", "on");
        SSLHostConfig host = new SSLHostConfig();
        SSLHostConfigCertificate certificate =
                new SSLHostConfigCertificate(host, SSLHostConfigCertificate.Type.UNDEFINED);
        certificate.setCertificateKeystoreFile(settings.lanKeyStore());
        certificate.setCertificateKeystorePassword(settings.lanPassword());
        certificate.setCertificateKeystoreType("PKCS12");
        certificate.setCertificateKeyAlias(LanCertificate.ALIAS);
        host.addCertificate(certificate);
        connector.addSslHostConfig(host);
        return connector;
    }
}
