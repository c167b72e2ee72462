package app.yarrowmark.runner.desk;

import java.net.Socket;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.HexFormat;
import java.util.Locale;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509ExtendedTrustManager;

/** Trusts one certificate, known by its fingerprint, and none besides: a desk makes its certificate itself. */
final class KnownCertificate extends X509ExtendedTrustManager {

    private final String wanted;

    private KnownCertificate(String fingerprint) {
        this.wanted = fingerprint.replaceAll("[:\\s]", "").toLowerCase(Locale.ROOT);
        if (!wanted.matches("[0-9a-f]{64}")) {
            throw new IllegalArgumentException(
                    "a fingerprint (SHA-256) is 64 hexadecimal digits, got \"" + fingerprint + "\"");
        }
    }

    /**
     * Returns a context that takes this certificate only.
     *
     * @throws IllegalArgumentException if that is no fingerprint
     */
    static SSLContext context(String fingerprint) {
        try {
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(null, new TrustManager[] {new KnownCertificate(fingerprint)}, null);
            return context;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no TLS", e);
        }
    }

    private void check(X509Certificate[] chain) throws CertificateException {
        try {
            byte[] found = MessageDigest.getInstance("SHA-256").digest(chain[0].getEncoded());
            if (!HexFormat.of().formatHex(found).equals(wanted)) {
                throw new CertificateException("another certificate than the one whose fingerprint was given");
            }
        } catch (GeneralSecurityException e) {
            throw e instanceof CertificateException certificate ? certificate : new CertificateException(e);
        }
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type, Socket socket) throws CertificateException {
        check(chain);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type, SSLEngine engine) throws CertificateException {
        check(chain);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String type) throws CertificateException {
        check(chain);
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String type, Socket socket) throws CertificateException {
        throw new CertificateException("the runner serves nobody");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String type, SSLEngine engine) throws CertificateException {
        throw new CertificateException("the runner serves nobody");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String type) throws CertificateException {
        throw new CertificateException("the runner serves nobody");
    }

    @Override
    public X509Certificate[] getAcceptedIssuers() {
        return new X509Certificate[0];
    }
}
