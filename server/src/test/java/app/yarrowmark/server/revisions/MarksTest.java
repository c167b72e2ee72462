package app.yarrowmark.server.revisions;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.server.servers.Servers;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class MarksTest {

    private static final int LAST_LANE = Servers.MOST * Revisions.LANES_OF_A_SERVER - 1;

    private static Marks marks(long... numbers) {
        return Marks.of(IntStream.range(0, numbers.length)
                .mapToObj(lane -> new Marks.Lane(lane, numbers[lane]))
                .toList());
    }

    @Test
    void theNumberThatPeopleAreToldIsThatOfAllLanes() {
        assertThat(Marks.NONE.sum()).isZero();
        assertThat(marks(4, 0, 3).sum()).isEqualTo(7);
    }

    @Test
    void lanesThatNobodyUsedAreNoDifference() {
        assertThat(marks(4, 0)).isEqualTo(marks(4)).hasSameHashCodeAs(marks(4));
        assertThat(Marks.of(List.of(new Marks.Lane(2, 5)))).isEqualTo(marks(0, 0, 5));
        assertThat(marks(0)).isEqualTo(Marks.NONE);
    }

    @Test
    void asMuchInOtherLanesIsAnotherMoment() {
        assertThat(marks(4, 3)).isNotEqualTo(marks(3, 4));
        assertThat(marks(4, 3).reach(marks(3, 4))).isFalse();
        assertThat(marks(4, 4).reach(marks(3, 4))).isTrue();
        assertThat(marks(4).reach(marks(3, 1))).isFalse();
    }

    @Test
    void changesAreThoseOfTheLanesThatMoved() {
        Marks.Changes changes = marks(4, 3, 1).since(marks(4, 2));
        assertThat(changes.condition("r.revision"))
                .isEqualTo("(r.revision > ? and r.revision <= ? or r.revision > ? and r.revision <= ?)");
        assertThat(changes.values()).containsExactly(Stamp.of(1, 2), Stamp.of(1, 3), Stamp.of(2, 0), Stamp.of(2, 1));
    }

    @Test
    void whereNothingMovedThereAreNone() {
        Marks.Changes none = marks(4, 3).since(marks(4, 3));
        assertThat(none.condition("revision")).isEqualTo("false");
        assertThat(none.values()).isEmpty();
    }

    /** So that homes of older builds need no other numbers. */
    @Test
    void aStampOfTheFirstLaneIsItsNumber() {
        assertThat(Stamp.of(0, 77)).isEqualTo(77);
        assertThat(Stamp.of(1, 1)).isGreaterThan(Stamp.of(0, 1_000_000_000_000L));
        assertThat((long) (double) Stamp.of(LAST_LANE, 123_456_789)).isEqualTo(Stamp.of(LAST_LANE, 123_456_789));
    }
}
