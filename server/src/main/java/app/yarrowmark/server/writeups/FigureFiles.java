package app.yarrowmark.server.writeups;

import app.yarrowmark.core.exchange.Json;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.core.io.ClassPathResource;

/** A figure as files that need nothing else: a drawing with its words on it, and its data. */
final class FigureFiles {

    private static final int MARGIN = 24;
    private static final int NARROWEST = 480;
    private static final int TITLE = 18;
    private static final int WORDS = 12;
    private static final int NOTES = 11;
    private static final Pattern COLOUR = Pattern.compile("--([a-z0-9-]+):\\s*(#[0-9a-fA-F]+)");
    private static final Map<String, String> LIGHT = light();

    private FigureFiles() {}

    private record Line(String text, int size, int weight, String ink, double y) {}

    /** Returns the figure as an SVG document, with title, what the numbers are, caveats and source. */
    static String svg(FigureContent figure) {
        double room = Math.max(NARROWEST, figure.width());
        List<Line> lines = new ArrayList<>();
        double y = put(lines, figure.title(), TITLE, 640, "ink", 12, room);
        y = put(lines, figure.about(), WORDS, 450, "ink2", y, room);
        double top = Math.round(y + 12);
        y = top + figure.height() + 8;
        for (List<String> notes : List.of(figure.caveats(), figure.notes())) {
            for (String note : notes) {
                y = put(lines, note, NOTES, 450, "ink2", y, room);
            }
        }
        y = put(lines, figure.source(), NOTES, 450, "ink2", y, room);
        double width = room + 2 * MARGIN;
        double height = Math.round(y + 10);
        String words = lines.stream()
                .map(l -> "<text x=\"" + MARGIN + "\" y=\"" + l.y + "\" font-size=\"" + l.size + "\" font-weight=\""
                        + l.weight + "\" fill=\"var(--" + l.ink + ")\">" + Html.text(l.text) + "</text>")
                .collect(Collectors.joining());
        String body = "<rect width=\"100%\" height=\"100%\" fill=\"var(--sheet)\"/>" + words
                + "<g transform=\"translate(" + MARGIN + " " + top + ")\">" + figure.drawing() + "</g>";
        return "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 " + width + " " + height + "\" width=\"" + width
                + "\" height=\"" + height + "\" role=\"img\"><title>" + Html.text(figure.title())
                + "</title><style>text{font-family:Archivo,Arial,'Liberation Sans',sans-serif;font-variant-numeric:tabular-nums}"
                + "</style>" + painted(body) + "</svg>\n";
    }

    private static double put(
            List<Line> lines, String text, int size, int weight, String ink, double from, double room) {
        double y = from;
        for (String line : wrapped(text, (int) (room / (size * 0.5)))) {
            y += size * 1.45;
            lines.add(new Line(line, size, weight, ink, Math.round(y - size * 0.3)));
        }
        return y;
    }

    private static List<String> wrapped(String text, int most) {
        List<String> lines = new ArrayList<>();
        for (String word : text.strip().split("\\s+")) {
            int last = lines.size() - 1;
            if (last >= 0 && lines.get(last).length() + 1 + word.length() <= most) {
                lines.set(last, lines.get(last) + " " + word);
            } else if (!word.isEmpty()) {
                lines.add(word);
            }
        }
        return lines;
    }

    /** Colours by their names are those of the page; other programs know only colours. */
    private static String painted(String markup) {
        String painted = markup;
        for (Map.Entry<String, String> colour : LIGHT.entrySet()) {
            painted = painted.replace("var(--" + colour.getKey() + ")", colour.getValue());
        }
        return painted;
    }

    private static Map<String, String> light() {
        try (var in = new ClassPathResource("read/style.css").getInputStream()) {
            String css = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            Map<String, String> colours = new LinkedHashMap<>();
            Matcher match = COLOUR.matcher(css);
            while (match.find()) {
                colours.putIfAbsent(match.group(1), match.group(2));
            }
            return colours;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Returns the data of the figure, after RFC 4180, marked as UTF-8. */
    static String csv(FigureContent figure) {
        StringBuilder out = new StringBuilder("\ufeff");
        try (CSVPrinter csv = new CSVPrinter(out, CSVFormat.RFC4180)) {
            for (List<String> row : figure.table()) {
                csv.printRecord(row.stream().map(FigureFiles::harmless).toList());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toString();
    }

    /** Returns the numbers of the figure for the script of a page, as a script: a page from a folder can read no other file. */
    static String numbers(FigureContent figure) {
        return "figureNumbers(" + Json.write(figure.numbers()).replace("<", "\\u003c") + ")\n";
    }

    /** No spreadsheet takes a text for a formula; a number with its sign is none. */
    private static String harmless(String text) {
        return text.matches("[=+\\-@\\t\\r].*") && !text.matches("[-+][\\d.,\\s\\u2009]+") ? "'" + text : text;
    }
}
