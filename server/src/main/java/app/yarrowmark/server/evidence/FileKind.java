package app.yarrowmark.server.evidence;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** Kinds of file that may be kept, told by what is in them and not by their names. */
public enum FileKind {
    PNG("image/png"),
    JPEG("image/jpeg"),
    WEBP("image/webp"),
    PDF("application/pdf"),
    TEXT("text/plain");

    private final String mediaType;

    FileKind(String mediaType) {
        this.mediaType = mediaType;
    }

    /** Returns the media type that it is sent as. */
    public String mediaType() {
        return mediaType;
    }

    boolean isPicture() {
        return this == PNG || this == JPEG || this == WEBP;
    }

    /** Returns what the content is; empty if it is none of the kinds. */
    public static Optional<FileKind> of(byte[] content) {
        if (starts(content, 0, "\u0089PNG\r\n\u001a\n")) {
            return Optional.of(PNG);
        }
        if (starts(content, 0, "\u00ff\u00d8\u00ff")) {
            return Optional.of(JPEG);
        }
        if (starts(content, 0, "RIFF") && starts(content, 8, "WEBP")) {
            return Optional.of(WEBP);
        }
        if (starts(content, 0, "%PDF-")) {
            return Optional.of(PDF);
        }
        return isText(content) ? Optional.of(TEXT) : Optional.empty();
    }

    private static boolean starts(byte[] content, int at, String latin) {
        byte[] wanted = latin.getBytes(StandardCharsets.ISO_8859_1);
        if (content.length < at + wanted.length) {
            return false;
        }
        for (int i = 0; i < wanted.length; i++) {
            if (content[at + i] != wanted[i]) {
                return false;
            }
        }
        return true;
    }

    private static boolean isText(byte[] content) {
        for (byte b : content) {
            if (b >= 0 && b < 32 && b != '\n' && b != '\r' && b != '\t' && b != '\f') {
                return false;
            }
        }
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(content));
            return content.length > 0;
        } catch (CharacterCodingException e) {
            return false;
        }
    }
}
