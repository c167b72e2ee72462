package app.yarrowmark.core.claim;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.claim.ClaimCheck.Sheet;
import app.yarrowmark.core.claim.Finding.Standing;
import java.io.IOException;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class ClaimCheckTest {

    private static final List<String> NAMES = List.of("Nook 2", "Nook 2 Plus", "Keep");
    private static final ClaimReader READER = new ClaimReader(NAMES);
    private static final ClaimCheck CHECK = new ClaimCheck(List.of(new Sheet("Reed bed", known())), NAMES);

    private static List<Known> known() {
        return List.of(
                number("frames", "Nook 2 Plus", "62.5", 62.5, "frames/s"),
                number("frames", "Nook 2", "50", 50, "frames/s"),
                less("film", "Nook 2 Plus", "4:05", 245, "s"),
                less("film", "Nook 2", "5:15", 315, "s"),
                less("idle", "Nook 2 Plus", "6.4", 6.4, "W"),
                less("idle", "Nook 2", "5.2", 5.2, "W"),
                less("noise", "Nook 2 Plus", "35", 35, "dB(A)"),
                less("noise", "Nook 2", "31", 31, "dB(A)"),
                number("battery", "Nook 2 Plus", "13.5", 13.5, "h"),
                number("battery", "Nook 2", "10.5", 10.5, "h"),
                less("page", "Nook 2 Plus", "840", 840, "ms"),
                less("page", "Nook 2", "1400", 1400, "ms"),
                number("read", "Keep", "1534.9", 1534.9, "MB/s"),
                number("read", "Nook 2", "488", 488, "MB/s"),
                number("kept of what is claimed", "Nook 2 Plus", "71.4", 71.4, "%"),
                new Known("all", "Nook 2 Plus", "Nook 2", "+13.4 %", 1.134, "", 1.112, 1.157, false, 0),
                place("graphics", "Nook 2 Plus", 3),
                place("graphics", "Nook 2", 17));
    }

    private static Known number(String of, String subject, String text, double value, String unit) {
        return new Known(of, subject, "", text, value, unit, null, null, false, 0);
    }

    private static Known less(String of, String subject, String text, double value, String unit) {
        return new Known(of, subject, "", text, value, unit, null, null, true, 0);
    }

    private static Known place(String of, String subject, int place) {
        return new Known(of, subject, "", String.valueOf(place), place, "", null, null, true, 44);
    }

    private static Finding first(String text) {
        return CHECK.of(READER.read(text).get(0));
    }

    static Stream<Arguments> sentences() throws IOException {
        return ClaimReaderTest.lines("/claims/held.tsv");
    }

    @ParameterizedTest
    @MethodSource("sentences")
    void aNumberIsFoundAsItIsSaid(String sentence, String expected) {
        String said = READER.read(sentence).stream()
                .map(CHECK::of)
                .map(f -> f.claim().kind() == Claim.Kind.COUNT && f.standing() == Standing.UNKNOWN
                        ? "COUNT"
                        : f.standing().toString())
                .collect(Collectors.joining("; "));
        assertThat(said).isEqualTo(expected);
    }

    @Test
    void itSaysWhereAndWhatItWouldBe() {
        assertThat(first("It draws 62.5 frames/s.").where()).isEqualTo("Reed bed: frames, Nook 2 Plus");
        Finding base = first("It is 25 % slower.");
        assertThat(base.where()).isEqualTo("Reed bed: frames, Nook 2 Plus against Nook 2");
        assertThat(base.words()).isEqualTo("25 % is how much more the larger is; as it is said it would be 20.0 %");
        assertThat(first("It draws 65.2 frames/s.").words()).isEqualTo("it says 62.5");
        assertThat(first("It is 13.4 % faster.").where()).isEqualTo("Reed bed: all, Nook 2 Plus against Nook 2");
    }

    @Test
    void withoutNumbersNothingIsKnown() {
        assertThat(new ClaimCheck(List.of(new Sheet("Empty", List.of())), NAMES)
                        .of(READER.read("29 %").get(0))
                        .standing())
                .isEqualTo(Standing.UNKNOWN);
    }

    @Test
    void numbersOfDifferentTestsAreNotHeldAgainstEachOther() {
        // 62.5 frames/s are 1.19 times 52.5, which is another test.
        ClaimCheck check = new ClaimCheck(
                List.of(new Sheet(
                        "Two",
                        List.of(
                                number("reed", "Keep", "62.5", 62.5, "frames/s"),
                                number("rain", "Keep", "52.5", 52.5, "frames/s")))),
                NAMES);
        assertThat(check.of(READER.read("It is 19 % faster.").get(0)).standing())
                .isEqualTo(Standing.UNKNOWN);
    }
}
