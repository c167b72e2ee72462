package app.yarrowmark.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeout;

import com.fasterxml.jackson.core.JsonProcessingException;
import java.time.Duration;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Chars;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class RunFileTest {

    private static final String RUN = """
            {"id":"8a6e0804-2bd0-4672-b79d-d97027f9071a","suite":{"key":"kernmill","version":"3"},"sitting":4,
            "state":"DONE","startedAt":"2026-05-04T10:00:00Z","endedAt":"2026-05-04T10:05:00Z",
            "sender":{"program":"runner","version":"0.1.0"},"facts":[{"key":"cpu.model","value":"Maren M4-420"},
            {"key":"drive.temperature","reason":"no sensor"}],"readings":[{"metric":"weave","text":"1846"}],
            "samples":[{"metric":"weave","values":[1845.5,1846.2],"marks":"wc"}],"gaps":[{"metric":"forge","reason":"it crashed"}],
            "series":[{"name":"power","unit":"W","axis":"time","axisUnit":"s","x":[0,1],"y":[4.1,5.2]}],
            "flags":["THROTTLED"]}""";

    private static RunFile read(String json) throws JsonProcessingException {
        return Json.mapper().readValue(json, RunFile.class);
    }

    @Test
    void saysTheSameAfterItWasWrittenAndReadAgain() throws JsonProcessingException {
        RunFile run = read(RUN);
        String written = Json.write(run);
        assertThat(Json.write(read(written))).isEqualTo(written);
        assertThat(written).doesNotContain("null").contains("\"reason\":\"no sensor\"", "[1845.5,1846.2]");
        assertThat(run.placed(null, 7L)).returns(7L, RunFile::setup).returns(null, RunFile::sitting);
    }

    /** Damaged anywhere it is still a run file, or it is refused as JSON; nothing else comes of it. */
    @Property
    void damageIsRefusedAsJson(
            @ForAll @IntRange(max = 2_000) int from,
            @ForAll @IntRange(max = 12) int length,
            @ForAll @Chars({'{', '[', '"', ']', '}', ',', ':', '-', '9', 'e', '\u0000', 'x'}) char with) {
        int at = Math.min(from, RUN.length());
        String damaged = RUN.substring(0, at) + with + RUN.substring(Math.min(RUN.length(), at + length));
        try {
            read(damaged);
        } catch (JsonProcessingException e) {
            assertThat(e.getLocation()).as(damaged).isNotNull();
        }
    }

    @Test
    void nestingWithoutEndIsRefusedAtOnce() {
        String deep = RUN.replace("\"DONE\"", "[".repeat(200_000));
        assertTimeout(
                Duration.ofSeconds(5),
                () -> assertThat(org.assertj.core.api.Assertions.catchThrowable(() -> read(deep)))
                        .isInstanceOf(JsonProcessingException.class));
    }
}
