package app.yarrowmark.server.secrets;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;

/** Random secrets and their digests. */
public final class Tokens {

    private static final SecureRandom RANDOM = new SecureRandom();
    /** Without characters that are mistaken for one another when read from a screen. */
    private static final String CODE_LETTERS = "ABCDEFGHJKMNPQRSTUVWXYZ23456789";

    private Tokens() {}

    /** Returns 256 random bits as text that is safe in a header. */
    public static String secret() {
        byte[] bytes = new byte[32];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** Returns a random code of the given length that people can read aloud. */
    public static String code(int length) {
        StringBuilder code = new StringBuilder(length);
        for (int i = 0; i < length; i++) {
            code.append(CODE_LETTERS.charAt(RANDOM.nextInt(CODE_LETTERS.length())));
        }
        return code.toString();
    }

    /** Returns the SHA-256 of a text in hex. */
    public static String digest(String text) {
        return digest(text.getBytes(StandardCharsets.UTF_8));
    }

    /** Returns the SHA-256 of a content in hex. */
    public static String digest(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
