package app.yarrowmark.core.setup;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class VersionsTest {

    @Test
    void numbersCountAsNumbersAndWordsComeBeforeThem() {
        List<String> inOrder = List.of("4.9", "4.10-beta", "4.10-rc1", "4.10", "4.10.1", "14");
        assertThat(inOrder.stream().sorted(Versions::compare)).isEqualTo(inOrder);
        assertThat(Versions.compare("4.1", "4.1.0")).isZero();
    }

    @Property
    void theOrderIsOne(@ForAll("version") String a, @ForAll("version") String b, @ForAll("version") String c) {
        assertThat(Versions.compare(a, a)).isZero();
        assertThat(Integer.signum(Versions.compare(a, b))).isEqualTo(-Integer.signum(Versions.compare(b, a)));
        if (Versions.compare(a, b) <= 0 && Versions.compare(b, c) <= 0) {
            assertThat(Versions.compare(a, c)).isNotPositive();
        }
    }

    @Provide
    Arbitrary<String> version() {
        return Arbitraries.of("0 1 2 9 10 010 . . . - beta rc b +".split(" "))
                .list()
                .ofMaxSize(6)
                .map(p -> String.join("", p));
    }
}
