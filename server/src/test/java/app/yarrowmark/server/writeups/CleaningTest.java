package app.yarrowmark.server.writeups;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CleaningTest {

    @Test
    void aDrawingStaysAsItIsDrawn() {
        String drawing =
                "<g transform=\"translate(2 3)\"><rect x=\"0\" y=\"1\" width=\"20\" height=\"8\" fill=\"var(--gold)\"/>"
                        + "<text x=\"3\" text-anchor=\"end\" textLength=\"40.5\" fill=\"var(--ink)\">96.4 &lt; 97</text></g>"
                        + "<svg width=\"100\" height=\"16\" viewBox=\"0 0 100 16\"><line x1=\"0\" y2=\"4\" stroke=\"var(--line)\" /></svg>";
        assertThat(Cleaning.drawing(drawing))
                .isEqualTo(drawing.replace("/><text", " /><text"))
                .contains("textLength");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<script>alert(1)</script><rect/>",
                "<rect onload=\"alert(1)\" onclick='x()'/>",
                "<foreignObject><body onload=\"alert(1)\"/></foreignObject>",
                "<a href=\"javascript:alert(1)\"><text>x</text></a>",
                "<use href=\"https://elsewhere.example/x.svg#a\"/>",
                "<image href=\"https://elsewhere.example/x.png\"/>",
                "<rect fill=\"url(https://elsewhere.example/x)\"/>",
                "<rect style=\"background:url(https://elsewhere.example/x)\"/>",
                "<animate attributeName=\"href\" values=\"javascript:alert(1)\"/>",
                "</g></svg><script>alert(1)</script>",
                "<![CDATA[<script>alert(1)</script>]]>",
                "<text><![CDATA[</text><script>alert(1)</script>]]></text>",
                "<?xml-stylesheet href=\"https://elsewhere.example/x.css\"?><rect/>",
                "<style>*{background:url(https://elsewhere.example/x)}</style>",
                "<SCRIPT>alert(1)</SCRIPT>",
                "<rect fill=\"url(&#x6a;avascript:alert(1))\"/>"
            })
    void nothingInADrawingDoesAnything(String drawing) {
        String clean = Cleaning.drawing(drawing);
        assertThat(clean.toLowerCase(Locale.ROOT))
                .doesNotContain(
                        "<script",
                        "onload",
                        "onclick",
                        "javascript",
                        "elsewhere",
                        "<foreign",
                        "<style",
                        "<animate",
                        "<?");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<script>alert(1)</script>",
                "<img src=x onerror=alert(1)>",
                "[press](javascript:alert(1))",
                "![x](javascript:alert(1))",
                "<iframe src=\"https://elsewhere.example\"></iframe>",
                "<a href=\"data:text/html,<script>alert(1)</script>\">x</a>",
                ":number[<img src=x onerror=alert(1)>]{}",
                "<style>body{display:none}</style>",
                "| a |\n|---|\n| <script>alert(1)</script> |"
            })
    void nothingInATextDoesAnything(String text) {
        String html = Markdown.blocks(text).stream().map(Markdown.Block::html).reduce("", String::concat);
        assertThat(html.toLowerCase(Locale.ROOT))
                .doesNotContain("<script", "<iframe", "<style")
                .doesNotContainPattern("<[^>]*(onerror|javascript:|data:)");
    }
}
