package app.yarrowmark.server.writeups;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class MarkdownTest {

    private static final String TEXT = """
            # Waiting for its memory

            It draws :number[29 %]{of="setup-2" as="percent"} *faster*, see [how](https://saltmarsh.example/how).

            ::figure{number=2}

            - quiet
            - small

            | part | s |
            |------|---|
            | one  | 4 |

            ::figure{number="3"}

            Here ::figure{number=9} is only text.
            """;

    @Test
    void wordsAndFiguresComeInTheirOrder() {
        List<Markdown.Block> blocks = Markdown.blocks(TEXT);
        assertThat(blocks.stream().map(Markdown.Block::figure)).containsExactly(0, 0, 2, 0, 0, 3, 0);
        assertThat(Markdown.figures(TEXT)).containsExactly(2, 3);
        assertThat(blocks.get(0).html().strip())
                .as("the title of the page is the only first heading")
                .isEqualTo("<h2>Waiting for its memory</h2>");
        assertThat(blocks.get(1).html())
                .contains(
                        "<a href=\"#number-1\" rel=\"nofollow noopener\">29 %</a> <em>faster</em>",
                        "href=\"https://saltmarsh.example/how\"")
                .doesNotContain("setup-2");
        assertThat(blocks.get(4).html()).contains("<th>part</th>", "<td>4</td>");
    }

    @Test
    void aTextForOtherProgramsHasNoPartsThatNeedTheDesk() {
        assertThat(Markdown.plain(TEXT, n -> "![figure " + n + "](figure-" + n + ".png)"))
                .contains("It draws 29 % *faster*", "![figure 2](figure-2.png)")
                .doesNotContain(":number", "{number=2}");
    }

    @Test
    void whatItSaysFirstIsCutAtAWord() {
        assertThat(Markdown.summary(TEXT, 400)).isEqualTo("It draws 29 % faster, see how.");
        assertThat(Markdown.summary(TEXT, 15)).isEqualTo("It draws 29 %…");
        assertThat(Markdown.summary("", 15)).isEmpty();
    }
}
