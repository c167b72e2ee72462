package app.yarrowmark.server.writeups;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.claim.Quote.As;
import app.yarrowmark.core.claim.Quote.Wish;
import java.util.List;
import org.junit.jupiter.api.Test;

class HungNumberTest {

    @Test
    void whateverItHangsOnIsReadAsItWasWritten() {
        for (String odd : List.of("plain", "13.3\" {wide}", "a &quot; b & c", "*x* _y_ <z>", "of=\"2\"", "")) {
            HungNumber number = new HungNumber("29 %", 12, new Wish(odd, "s" + odd, odd, As.GAIN, 1));
            assertThat(HungNumber.in("It is " + number.written() + ", they say."))
                    .containsExactly(number);
        }
    }

    @Test
    void oneWithoutDigitsOrBaseSaysNothingOfThem() {
        HungNumber number = new HungNumber("4:05", 1, new Wish("film", "Keep", "", As.VALUE, null));
        assertThat(number.written()).isEqualTo(":number[4:05]{figure=1 of=\"film\" subject=\"Keep\" as=value}");
        assertThat(HungNumber.in(number.written())).containsExactly(number);
    }

    @Test
    void whatCannotBeReadHangsOnNothingAndKeepsItsPlaceAmongThem() {
        List<HungNumber> numbers = HungNumber.in(
                ":number[1]{as=sideways} :number[2]{figure=x} :number[3] :number[4]{figure=2 of=a subject=b}");
        assertThat(numbers).extracting(HungNumber::text).containsExactly("1", "2", "4");
        assertThat(numbers).extracting(HungNumber::figure).containsExactly(0, 0, 2);
        assertThat(numbers.get(2).wish()).isEqualTo(new Wish("a", "b", "", As.VALUE, null));
    }
}
