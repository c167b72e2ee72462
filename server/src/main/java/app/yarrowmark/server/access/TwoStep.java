package app.yarrowmark.server.access;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.security.InvalidKeyException;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.OptionalLong;
import java.util.stream.LongStream;
import javax.crypto.spec.SecretKeySpec;
import org.apache.commons.codec.binary.Base32;
import org.springframework.web.util.UriComponentsBuilder;

/** Codes of an authenticator: six digits every 30 seconds, after RFC 6238. */
final class TwoStep {

    private static final int SECRET_BYTES = 20;
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final TimeBasedOneTimePasswordGenerator CODES = new TimeBasedOneTimePasswordGenerator();

    private TwoStep() {}

    /** Returns a new secret, in base 32. */
    static String newSecret() {
        byte[] bytes = new byte[SECRET_BYTES];
        RANDOM.nextBytes(bytes);
        return new Base32().encodeToString(bytes);
    }

    /** Returns the address from which an authenticator reads the secret. */
    static String address(String secret, String name) {
        return UriComponentsBuilder.fromUriString("otpauth://totp/{label}?secret={secret}&issuer=Yarrowmark")
                .encode()
                .buildAndExpand("Yarrowmark:" + name, secret)
                .toUriString();
    }

    /** Returns whether a text can be a secret: 160 bits or more in base 32. */
    static boolean isSecret(String text) {
        return text.matches("[A-Z2-7]{32,64}");
    }

    /**
     * Returns the interval whose code it is: that of now, or one beside it, as clocks differ; empty if it is none of them.
     *
     * @param until intervals up to this are used up
     */
    static OptionalLong intervalOf(String secret, String code, Instant now, long until) {
        long step = CODES.getTimeStep().toSeconds();
        long current = now.getEpochSecond() / step;
        SecretKeySpec key = new SecretKeySpec(new Base32().decode(secret), CODES.getAlgorithm());
        String digits = code.replaceAll("\\s", "");
        return LongStream.rangeClosed(current - 1, current + 1)
                .filter(i -> i > until && codeAt(key, i * step).equals(digits))
                .findFirst();
    }

    private static String codeAt(SecretKeySpec key, long second) {
        try {
            return CODES.generateOneTimePasswordString(key, Instant.ofEpochSecond(second));
        } catch (InvalidKeyException e) {
            throw new IllegalStateException("a key for HMAC is any bytes", e);
        }
    }
}
