package app.yarrowmark.core.rank;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class WidestTest {

    private static BitSet first(int subjects) {
        return IntStream.range(0, subjects).collect(BitSet::new, BitSet::set, BitSet::or);
    }

    @Test
    void aGroupFewHaveDoesNotUnplaceTheMany() {
        List<BitSet> having = List.of(first(20), first(18), first(3));
        assertThat(Widest.of(having, g -> false)).containsExactly(0, 1);
        assertThat(Widest.of(having, g -> g == 2)).containsExactly(0, 1, 2);
        // As many places either way: more groups tell more.
        assertThat(Widest.of(List.of(first(20), first(10)), g -> false)).containsExactly(0, 1);
        assertThat(Widest.of(List.of(), g -> false)).isEmpty();
    }

    @Test
    void whoHasAllIsWhoHasEachAndNobodyForNothing() {
        assertThat(Widest.inAll(List.of(first(5), first(3)))).isEqualTo(first(3));
        assertThat(Widest.inAll(List.of())).isEqualTo(new BitSet());
    }
}
