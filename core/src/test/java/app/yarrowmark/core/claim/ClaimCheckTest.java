package app.yarrowmark.core.claim;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.claim.ClaimCheck.Sheet;
import app.yarrowmark.core.claim.Finding.Standing;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ClaimCheckTest {

    private static final ClaimReader READER = new ClaimReader(List.of("Nook 2", "Nook 2 Plus"));
    private static final ClaimCheck CHECK = new ClaimCheck(List.of(new Sheet(
            "Reed bed",
            "more is better",
            List.of(
                    List.of("device", "frames/s", "film", "idle (W)"),
                    List.of("Nook 2 Plus", "62.5", "4:05", "6.4"),
                    List.of("Nook 2", "50", "5:15", "5.2"),
                    List.of("Keep", "1 534.9", "", "none")))));

    private static Finding first(String text) {
        return CHECK.of(READER.read(text).get(0));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "It draws 62.5 frames/s.|FOUND",
                "It draws 25 % faster.|FOUND",
                "It is 20 % slower.|FOUND",
                "It is 25 % slower.|OTHER_BASE",
                "It is 20 % faster.|OTHER_BASE",
                "A fifth less.|FOUND",
                "1.25 times as fast.|FOUND",
                "It took 4:05.|FOUND",
                "It is there 1:10 sooner.|FOUND",
                "It needs 70 s less.|FOUND",
                "The film takes 22 % less time.|FOUND",
                "It draws 1.2 W more.|FOUND",
                "It draws 23 % more.|FOUND",
                "It draws 52.6 frames/s.|UNKNOWN",
                "It draws 65.2 frames/s.|SLIP",
                "It draws 625 frames/s.|SLIP",
                "It draws 1 543.9 frames/s.|SLIP",
                "It draws 62.5 W.|UNKNOWN",
                "It is 50 % of it.|UNKNOWN",
                "It draws more than 60 frames/s.|FOUND",
                "It draws more than 40 frames/s.|FOUND",
                "It draws more than 70 frames/s.|UNKNOWN",
                "About 60 frames/s.|FOUND",
                "It reached 12 m.|UNKNOWN",
                "It is twice as fast.|UNKNOWN",
                "It is 33 % faster.|UNKNOWN"
            })
    void aNumberIsFoundAsItIsSaid(String text, Standing standing) {
        assertThat(first(text).standing()).isEqualTo(standing);
    }

    @Test
    void itSaysWhereAndWhatItWouldBe() {
        assertThat(first("It draws 62.5 frames/s.").where()).isEqualTo("Reed bed: Nook 2 Plus, frames/s");
        Finding base = first("It is 25 % slower.");
        assertThat(base.where()).isEqualTo("Reed bed: Nook 2 Plus against Nook 2, frames/s");
        assertThat(base.words()).isEqualTo("25 % is how much more the larger is; as it is said it would be 20.0 %");
        assertThat(first("It draws 65.2 frames/s.").words()).isEqualTo("it says 62.5");
    }

    @Test
    void withoutTablesNothingIsKnown() {
        assertThat(new ClaimCheck(List.of(new Sheet("Empty", "", List.of())))
                        .of(READER.read("29 %").get(0))
                        .standing())
                .isEqualTo(Standing.UNKNOWN);
    }
}
