package app.yarrowmark.workloads.processor;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/**
 * Parses 1,024 records of nested, bracketed text by recursive descent: objects, lists, quoted words and numbers. Work:
 * megabytes of text.
 */
public final class StructuredText implements Kernel {

    private static final int RECORDS = 1024;
    private static final String[] PLACES = {"outer bank", "long creek", "sluice", "east hide", "shingle", "north pool"};

    @Override
    public String key() {
        return "text";
    }

    @Override
    public long checksum() {
        return 0xDFF1_FE72_DD9B_18ABL;
    }

    @Override
    public Job prepare(int threads) {
        Random64 random = new Random64(5_077);
        StringBuilder text = new StringBuilder();
        long birds = 0;
        for (int i = 0; i < RECORDS; i++) {
            int count = random.below(4000);
            birds += count;
            text.append(String.format(
                    Locale.ROOT,
                    "{\"id\": %d, \"place\": \"%s\", \"birds\": %d, \"seen\": [%d, %d, %d], \"at\": {\"x\": %d.%03d, \"y\": -%d.%02d}}%n"
                            .replace("%n", "\n"),
                    i,
                    PLACES[random.below(PLACES.length)],
                    count,
                    random.below(24),
                    random.below(60),
                    random.below(60),
                    random.below(90),
                    random.below(1000),
                    random.below(180),
                    random.below(100)));
        }
        return new Parsing(text.toString().getBytes(StandardCharsets.US_ASCII), birds);
    }

    private static final class Parsing implements Job {

        private static final int BIRDS = hash("birds");

        private final byte[] text;
        private final long birds;
        private int at;
        private long counted;
        private int values;

        Parsing(byte[] text, long birds) {
            this.text = text;
            this.birds = birds;
        }

        @Override
        public double work() {
            return text.length / 1e6;
        }

        @Override
        public long run() {
            at = 0;
            counted = 0;
            values = 0;
            long sum = 0;
            int records = 0;
            while (at < text.length) {
                sum = 31 * sum + value();
                expect('\n');
                records++;
            }
            if (records != RECORDS || counted != birds) {
                throw new WrongResult(records + " records with " + counted + " birds were read instead of " + RECORDS
                        + " with " + birds);
            }
            return 31 * sum + values;
        }

        /** Returns a checksum of the value that starts here and moves behind it. */
        private long value() {
            values++;
            byte first = text[at];
            if (first == '{') {
                return object();
            }
            if (first == '[') {
                return list();
            }
            return first == '"' ? word() : Double.doubleToLongBits(number());
        }

        private long object() {
            long sum = 1;
            do {
                at++;
                skip();
                int name = word();
                expect(':');
                skip();
                int start = at;
                long value = value();
                if (name == BIRDS) {
                    at = start;
                    counted += (long) number();
                }
                sum = 31 * sum + (name ^ value);
            } while (text[at] == ',');
            expect('}');
            return sum;
        }

        private long list() {
            long sum = 2;
            do {
                at++;
                skip();
                sum = 31 * sum + value();
            } while (text[at] == ',');
            expect(']');
            return sum;
        }

        private int word() {
            expect('"');
            int hash = 7;
            while (text[at] != '"') {
                hash = 31 * hash + text[at++];
            }
            at++;
            return hash;
        }

        private double number() {
            boolean negative = text[at] == '-';
            at += negative ? 1 : 0;
            long digits = 0;
            int decimals = 0;
            boolean point = false;
            for (; at < text.length; at++) {
                byte c = text[at];
                if (c >= '0' && c <= '9') {
                    digits = 10 * digits + c - '0';
                    decimals += point ? 1 : 0;
                } else if (c == '.' && !point) {
                    point = true;
                } else {
                    break;
                }
            }
            double value = digits;
            for (; decimals > 0; decimals--) {
                value /= 10;
            }
            return negative ? -value : value;
        }

        private void skip() {
            while (text[at] == ' ') {
                at++;
            }
        }

        private void expect(int wanted) {
            if (text[at] != wanted) {
                throw new WrongResult(
                        "the text has \"" + (char) text[at] + "\" at " + at + " instead of \"" + (char) wanted + "\"");
            }
            at++;
        }

        private static int hash(String word) {
            int hash = 7;
            for (int i = 0; i < word.length(); i++) {
                hash = 31 * hash + word.charAt(i);
            }
            return hash;
        }
    }
}
