package app.yarrowmark.server.setups;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class SetupOriginTest {

    @Test
    void aSetupIsFromAListOnlyWhereNoneOfItsRunsWasMeasuredHere() {
        assertThat(new SetupOrigin(1, "Fieldpaper", "Fieldpaper").words()).isEqualTo("Fieldpaper");
        assertThat(new SetupOrigin(1, "", "Fieldpaper").words()).isEmpty();
        assertThat(new SetupOrigin(1, "", "").words()).isEmpty();
        assertThat(new SetupOrigin(1, "Fieldpaper", "Reedbank").words()).isEqualTo("several lists");
        assertThat(new SetupOrigin(1, "Fieldpaper", "Fieldpaper").and("").words())
                .isEmpty();
        assertThat(new SetupOrigin(1, "Fieldpaper", "Fieldpaper").and("Fieldpaper"))
                .isEqualTo(new SetupOrigin(1, "Fieldpaper", "Fieldpaper"));
        assertThat(new SetupOrigin(1, "Fieldpaper", "Fieldpaper").and("Anser").words())
                .isEqualTo("several lists");
    }

    /** There, the unit said where its numbers were from, and one that a list stood for was called A like all others. */
    @Test
    void anOldHomeSaysItOfItsRunsAndNamesTheListsUnits() {
        try (OldHome home = new OldHome(9, "units-of-lists.sql")) {
            assertThat(home.records().queryForList("select concat(id, ' ', label) from unit order by id", String.class))
                    .containsExactly("11 Fieldpaper", "12 A", "13 Reedbank", "14 C");
            assertThat(home.records()
                            .queryForList(
                                    "select concat(setup_id, ' ', origin) from run order by setup_id", String.class))
                    .containsExactly("21 Fieldpaper", "22 ", "24 Fieldpaper");
            assertThat(home.records().queryForList("select kind from model", String.class))
                    .containsOnly("PHONE");
        }
    }
}
