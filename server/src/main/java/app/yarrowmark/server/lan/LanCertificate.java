package app.yarrowmark.server.lan;

import app.yarrowmark.server.Settings;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.MessageDigest;
import java.security.cert.Certificate;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Locale;

/**
 * What a person or a program compares before trusting this desk's certificate.
 *
 * @param fingerprint SHA-256 of the certificate, as browsers show it: pairs of hexadecimal digits with colons
 * @param pin SHA-256 of the public key in Base64, as download programs take it
 */
record LanCertificate(String fingerprint, String pin) {

    /** The only key in the store, which the start command made. */
    static final String ALIAS = "yarrowmark";

    /**
     * Reads the certificate from the key store.
     *
     * @throws IllegalStateException that says how to mend it if the store cannot be read
     */
    static LanCertificate read(Settings settings) {
        try (InputStream in = Files.newInputStream(Path.of(settings.lanKeyStore()))) {
            KeyStore store = KeyStore.getInstance("PKCS12");
            store.load(in, settings.lanPassword().toCharArray());
            Certificate certificate = store.getCertificate(ALIAS);
            if (certificate == null) {
                throw new GeneralSecurityException("it holds no key called " + ALIAS);
            }
            return of(certificate);
        } catch (IOException | GeneralSecurityException e) {
            throw new IllegalStateException(
                    "the key store " + settings.lanKeyStore() + " cannot be read (" + e.getMessage()
                            + "); remove it and start again with --lan, which makes a new one",
                    e);
        }
    }

    static LanCertificate of(Certificate certificate) throws GeneralSecurityException {
        String hex = HexFormat.ofDelimiter(":")
                .formatHex(digest(certificate.getEncoded()))
                .toUpperCase(Locale.ROOT);
        byte[] key = digest(certificate.getPublicKey().getEncoded());
        return new LanCertificate(hex, Base64.getEncoder().encodeToString(key));
    }

    private static byte[] digest(byte[] bytes) throws GeneralSecurityException {
        return MessageDigest.getInstance("SHA-256").digest(bytes);
    }
}
