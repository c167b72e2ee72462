package app.yarrowmark.core.claim;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class ClaimReaderTest {

    private static final ClaimReader READER =
            new ClaimReader(List.of("Nook 2", "Nook 2 Plus", "Lumenwalk 2", "M4-420"));

    static Stream<Arguments> sentences() throws IOException {
        return lines("/claims/sentences.tsv");
    }

    /** Sentences of a file, each with what is expected of it. */
    static Stream<Arguments> lines(String file) throws IOException {
        try (InputStream in = Objects.requireNonNull(ClaimReaderTest.class.getResourceAsStream(file))) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8)
                            .lines()
                            .filter(l -> !l.startsWith("#"))
                            .map(l -> l.split("\t", -1))
                            .map(c -> Arguments.of(c[0], c.length > 1 ? c[1].strip() : ""))
                            .toList()
                            .stream();
        }
    }

    @ParameterizedTest
    @MethodSource("sentences")
    void aSentenceSaysItsNumbers(String sentence, String expected) {
        assertThat(READER.read(sentence).stream().map(ClaimReaderTest::told).collect(Collectors.joining("; ")))
                .isEqualTo(expected);
    }

    private static String told(Claim c) {
        String number = String.format(Locale.ROOT, "%.4f", c.value()).replaceAll("\\.?0+$", "");
        return c.kind() + " " + number + (c.unit().isEmpty() ? "" : " " + c.unit())
                + (c.bound() == Claim.Bound.EXACT ? "" : " " + c.bound())
                + (c.way() == Claim.Way.NONE ? "" : " " + c.way());
    }

    @Test
    void aClaimKnowsWhereItStandsAndHowCloseItsDigitsAre() {
        String text = "It gains 13.4 %, and takes 4:05.";
        List<Claim> claims = READER.read(text);
        assertThat(claims).extracting(Claim::text).containsExactly("13.4 %", "4:05");
        assertThat(text.substring(claims.get(0).from(), claims.get(0).to())).isEqualTo("13.4 %");
        assertThat(claims.get(0).step()).isEqualTo(0.001);
        assertThat(claims.get(1).step()).isEqualTo(1);
    }

    @Test
    void anyTextIsRead() {
        for (String odd :
                List.of("", "%", "::: 4:", "4:5:6:7", "1,2,3,4", "ı İ ŉ 3 %", "−−3 %", "9".repeat(400) + " %")) {
            assertThat(READER.read(odd)).isNotNull();
        }
    }
}
