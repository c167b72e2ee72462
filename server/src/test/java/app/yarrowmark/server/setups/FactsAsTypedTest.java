package app.yarrowmark.server.setups;

import static org.assertj.core.api.Assertions.assertThat;

import app.yarrowmark.core.exchange.OwnFacts;
import app.yarrowmark.core.setup.Fact;
import app.yarrowmark.core.setup.FactDictionary;
import app.yarrowmark.core.setup.FactText;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

class FactsAsTypedTest {

    private static final FactDictionary WORDS = FactDictionary.of(OwnFacts.all());
    /** How earlier builds took apart what was typed. */
    private static final Pattern APART = Pattern.compile("([-+]?\\d+(?:[.,]\\d+)?)\\s*([^\\d\\s].*)?");

    @Test
    void anOldHomeHasItsFactsAsTheyWereTyped() {
        try (OldHome home = new OldHome(6, "facts-taken-apart.sql")) {
            JdbcTemplate jdbc = home.records();
            assertThat(facts(jdbc, 3))
                    .containsExactly(
                            "display.resolution 1920 x 1080",
                            "memory.modules 2 x 8 GiB",
                            "memory.size 16 GiB",
                            "memory.swap 8 GiB",
                            "system.kernel 7.4.0");
            assertThat(facts(jdbc, 4))
                    .containsExactly(
                            "display.resolution 1920 x 1080", "display.size 15.6 [in_i]", "system.kernel 7.4.11");
            assertThat(facts(jdbc, 5)).containsExactly("memory.size 32 GB", "system.kernel 7.5-rc1");
            assertThat(told(jdbc, 3))
                    .containsExactly("Display 1920 x 1080 → 1920 x 1080,"
                            + " Modules 2 x 8 GiB → 2 x 8 GiB (a blank may have been lost: please check),"
                            + " Kernel 7.4 .0 → 7.4.0");
            assertThat(told(jdbc, 5)).isEmpty();
            assertThat(jdbc.queryForList("select distinct fingerprint from setup where id in (3, 4)", String.class))
                    .hasSize(2)
                    .doesNotContain("0".repeat(64));
        }
    }

    /** Any version of numbers comes back to the last sign, however it was taken apart. */
    @Property
    void everyVersionComesBack(
            @ForAll @IntRange(max = 99) int major,
            @ForAll @IntRange(max = 99) int minor,
            @ForAll @IntRange(max = 999) int patch) {
        String typed = major + "." + minor + "." + patch;
        Matcher apart = APART.matcher(typed);
        assertThat(apart.matches()).isTrue();
        Optional<FactsAsTyped.Mended> mended =
                FactsAsTyped.mended(WORDS.get("system.kernel"), apart.group(1), apart.group(2));
        Fact wanted = FactText.read(WORDS.get("system.kernel"), typed);
        assertThat(mended).contains(new FactsAsTyped.Mended(wanted.value().orElseThrow(), "", false));
    }

    private static List<String> facts(JdbcTemplate jdbc, int setup) {
        return jdbc.queryForList(
                "select trim(concat(fact_key, ' ', fact_value, ' ', unit)) from setup_fact where setup_id = ? order by 1",
                String.class,
                setup);
    }

    private static List<String> told(JdbcTemplate jdbc, int setup) {
        return jdbc.queryForList(
                "select reason from record_event where what = 'FACTS_MENDED' and record_id = ?",
                String.class,
                String.valueOf(setup));
    }
}
