package app.yarrowmark.workloads.processor;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.Arrays;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;

/**
 * Hashes records (SHA-256), seals them (AES-128 in Galois counter mode) and opens them again, through the platform's own
 * cryptography: 16 records of 16 KiB. Work: megabytes of records.
 */
public final class Seals implements Kernel {

    private static final int RECORD = 16 * 1024;
    private static final int RECORDS = 16;

    @Override
    public String key() {
        return "seals";
    }

    @Override
    public long checksum() {
        return 0x7D36_200E_F328_C5A6L;
    }

    @Override
    public Job prepare(int threads) {
        Random64 random = new Random64(90_210);
        byte[][] records = new byte[RECORDS][RECORD];
        for (byte[] record : records) {
            ByteBuffer into = ByteBuffer.wrap(record);
            while (into.hasRemaining()) {
                into.putLong(random.next());
            }
        }
        try {
            return new Sealing(records);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no SHA-256 or AES", e);
        }
    }

    private static final class Sealing implements Job {

        private static final int TAG_BITS = 128;

        private final byte[][] records;
        private final byte[] sealed = new byte[RECORD + TAG_BITS / 8];
        private final byte[] opened = new byte[RECORD];
        private final byte[] nonce = new byte[12];
        private final SecretKeySpec key =
                new SecretKeySpec("sixteen numbers.".getBytes(StandardCharsets.US_ASCII), "AES");
        private final MessageDigest digest = MessageDigest.getInstance("SHA-256");
        private final Cipher seal = Cipher.getInstance("AES/GCM/NoPadding");
        private final Cipher open = Cipher.getInstance("AES/GCM/NoPadding");
        private long used;

        Sealing(byte[][] records) throws GeneralSecurityException {
            this.records = records;
        }

        @Override
        public double work() {
            return RECORDS * RECORD / 1e6;
        }

        @Override
        public long run() {
            long sum = 0;
            try {
                for (byte[] record : records) {
                    sum = 31 * sum + there(record);
                }
            } catch (GeneralSecurityException e) {
                throw new WrongResult("a sealed record could not be opened: " + e.getMessage());
            }
            return sum;
        }

        /** The nonce counts on, since a key must not see one twice; so only the hash enters the checksum. */
        private long there(byte[] record) throws GeneralSecurityException {
            ByteBuffer.wrap(nonce).putLong(++used);
            GCMParameterSpec with = new GCMParameterSpec(TAG_BITS, nonce);
            seal.init(Cipher.ENCRYPT_MODE, key, with);
            int length = seal.doFinal(record, 0, RECORD, sealed);
            open.init(Cipher.DECRYPT_MODE, key, with);
            open.doFinal(sealed, 0, length, opened);
            if (!Arrays.equals(record, opened)) {
                throw new WrongResult("the record opened is not the record sealed");
            }
            return ByteBuffer.wrap(digest.digest(opened)).getLong();
        }
    }
}
