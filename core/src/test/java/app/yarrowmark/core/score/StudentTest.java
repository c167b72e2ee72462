package app.yarrowmark.core.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.yarrowmark.core.Golden;
import com.fasterxml.jackson.databind.JsonNode;
import org.hipparchus.distribution.continuous.TDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StudentTest {

    @Test
    void agreesWithTheWorkedTable() {
        for (JsonNode row : Golden.read("quantiles").get("t_quantile")) {
            Golden.assertSame(
                    "t",
                    Student.quantile(row.get("p").asDouble(), row.get("dof").asDouble()),
                    row.get("value"));
        }
    }

    @ParameterizedTest
    @ValueSource(doubles = {.95, .975, .9995})
    void isAsGoodAsASearchBetweenItsNodes(double p) {
        for (double dof = .5; dof < 5000; dof *= 1.037) {
            double searched = new TDistribution(dof).inverseCumulativeProbability(p);
            assertThat(Student.quantile(p, dof)).isCloseTo(searched, within(searched * 1e-7));
        }
    }

    @Test
    void withoutEndIsTheNormalOne() {
        assertThat(Student.quantile(.975, Double.POSITIVE_INFINITY)).isCloseTo(1.959964, within(1e-6));
    }

    @Test
    void needsDegreesOfFreedom() {
        assertThatThrownBy(() -> Student.quantile(.95, 0)).hasMessageContaining("positive, got 0");
    }
}
