package app.yarrowmark.core.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import com.fasterxml.jackson.databind.JsonNode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CommonScaleTest {

    private static final JsonNode GOLDEN = Golden.read("H2_steps").get("common_p");

    @ParameterizedTest
    @CsvSource({"2.5, 4.0, 1", "2.5, 4.0, 5", "3.5, 10.0, 5", "4.0, 7.5, 9"})
    void agreesWithTheWorkedExample(String t, String dof, int changes) {
        JsonNode expected = GOLDEN.get("t=%s nu=%s m=%d".formatted(t, dof, changes));
        assertThat(CommonScale.chance(Double.parseDouble(t), Double.parseDouble(dof), changes))
                .isCloseTo(expected.asDouble(), within(1e-6));
    }

    @Test
    void ofOneChangeIsStudents() {
        for (double dof : new double[] {2, 6, 30, Double.POSITIVE_INFINITY}) {
            assertThat(CommonScale.chance(2, dof, 1)).isCloseTo(2 * Student.above(2, dof), within(.002));
        }
        assertThat(CommonScale.chance(-2, 6, 3)).isEqualTo(CommonScale.chance(2, 6, 3));
    }
}
