package app.yarrowmark.server.writeups;

import app.yarrowmark.server.writeups.ReaderPage.Listed;
import app.yarrowmark.server.writeups.ReaderPage.Place;
import app.yarrowmark.server.writeups.WriteUpView.FigureContent;
import app.yarrowmark.server.writeups.WriteUpView.Verdict;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;

/**
 * What is published as a folder of plain files: any web server shows them as the desk does, and so does a double click. Each
 * write-up is there as CommonMark too, with its figures as pictures.
 */
@Component
class PublishedFolder {

    private final PublishService publishing;
    private final PublicPages pages;

    PublishedFolder(PublishService publishing, PublicPages pages) {
        this.publishing = publishing;
        this.pages = pages;
    }

    /** Returns states as they are listed. */
    static List<Listed> listed(List<PublishService.Seen> all) {
        return all.stream()
                .map(s -> new Listed(
                        s.writeUp().slug,
                        s.content().title(),
                        s.content().line(),
                        s.state().who,
                        s.state().at,
                        s.content().device()))
                .toList();
    }

    /** Writes some states as a ZIP. */
    void write(List<PublishService.Seen> all, OutputStream out) {
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            put(zip, "index.html", ReaderPage.index(listed(all), List.of(), true));
            put(zip, "style.css", new ClassPathResource("read/style.css"));
            put(zip, "read.js", new ClassPathResource("read/read.js"));
            put(zip, "letters.woff2", pages.letters());
            for (PublishService.Seen one : all) {
                write(zip, one);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void write(ZipOutputStream zip, PublishService.Seen seen) throws IOException {
        String folder = seen.writeUp().slug + "/";
        PublishedContent content = seen.content();
        put(
                zip,
                folder + "index.html",
                ReaderPage.page(content, PublicPages.told(seen, publishing), new Place("../", "", "", "", true)));
        put(zip, folder + "text.md", markdown(content));
        for (PlacedPicture picture : content.placed().values()) {
            put(zip, folder + picture.file(), publishing.placed(seen, picture.number()));
        }
        for (Map.Entry<Integer, FigureContent> figure : content.figures().entrySet()) {
            String name = folder + "figure-" + figure.getKey();
            put(zip, name + ".svg", FigureFiles.svg(figure.getValue()));
            put(zip, name + ".csv", FigureFiles.csv(figure.getValue()));
            put(zip, name + ".js", FigureFiles.numbers(figure.getValue()));
            put(zip, name + ".png", publishing.picture(seen.state().id, figure.getKey()));
        }
    }

    /** Returns all of a state as CommonMark. */
    static String markdown(PublishedContent content) {
        StringBuilder out = new StringBuilder("# " + content.title() + "\n\n");
        paragraph(out, content.line());
        Verdict v = content.verdict();
        paragraph(out, v.verdict().isBlank() ? "" : "**" + v.verdict() + "**");
        paragraph(out, v.forWhom());
        paragraph(out, v.notForWhom());
        list(out, "For", v.pros());
        list(out, "Against", v.cons());
        list(out, "Lacks", v.lacks());
        out.append(Markdown.plain(content.text(), n -> figure(content, n)).strip())
                .append("\n\n");
        list(out, "What to do next", v.next());
        return out.toString();
    }

    private static String figure(PublishedContent content, int number) {
        FigureContent figure = content.figures().get(number);
        if (figure == null) {
            return "";
        }
        String ending = content.pictures().contains(number) ? ".png" : ".svg";
        StringBuilder out = new StringBuilder(
                "![" + figure.title().replaceAll("[\\[\\]]", "") + "](figure-" + number + ending + ")");
        figure.caveats().forEach(n -> out.append("\n\n> ").append(n));
        figure.notes().forEach(n -> out.append("\n\n").append(n));
        return out.toString();
    }

    private static void paragraph(StringBuilder out, String text) {
        if (!text.isBlank()) {
            out.append(text).append("\n\n");
        }
    }

    private static void list(StringBuilder out, String name, List<String> lines) {
        if (!lines.isEmpty()) {
            out.append(name).append(":\n\n");
            lines.forEach(l -> out.append("- ").append(l).append("\n"));
            out.append("\n");
        }
    }

    private static void put(ZipOutputStream zip, String name, byte @Nullable [] content) throws IOException {
        if (content != null) {
            zip.putNextEntry(new ZipEntry(name));
            zip.write(content);
        }
    }

    private static void put(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
    }

    private static void put(ZipOutputStream zip, String name, Resource file) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        try (var in = file.getInputStream()) {
            in.transferTo(zip);
        }
    }
}
