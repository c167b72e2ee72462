package app.yarrowmark.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

class WriteUpPicturesTest extends ServerTest {

    private static final ObjectMapper JSON = new ObjectMapper();

    private final String tag = UUID.randomUUID().toString().substring(0, 8);

    private static byte[] drawn(int width, int height, String form) throws IOException {
        BufferedImage picture = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D canvas = picture.createGraphics();
        canvas.setColor(Color.ORANGE);
        canvas.fillRect(width / 4, height / 4, width / 2, height / 2);
        canvas.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(picture, form, out);
        return out.toByteArray();
    }

    /** A JPEG that says where it was taken. */
    private static byte[] located(byte[] jpeg) {
        byte[] said = "Exif\0\0 N 54.1 E 13.2".getBytes(StandardCharsets.ISO_8859_1);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(new byte[] {(byte) 0xff, (byte) 0xd8, (byte) 0xff, (byte) 0xe1, 0, (byte) (said.length + 2)});
        out.writeBytes(said);
        out.write(jpeg, 2, jpeg.length - 2);
        return out.toByteArray();
    }

    private JsonNode begun(String text) {
        JsonNode view = person.post("/api/v1/write-ups", "{\"title\":\"A box " + tag + "\",\"line\":\"\"}")
                .expect(201)
                .json();
        ObjectNode edit = JSON.createObjectNode().put("text", text);
        for (String field : new String[] {"title", "line", "verdict", "answers", "edition"}) {
            edit.set(field, view.get(field));
        }
        return person.put(at(view), edit.toString()).expect(200).json();
    }

    private static String at(JsonNode view) {
        return "/api/v1/write-ups/" + view.get("id");
    }

    private JsonNode put(JsonNode view, String name, byte[] content) {
        return person.upload(at(view) + "/pictures?name=" + name, content)
                .expect(201)
                .json();
    }

    private JsonNode published(JsonNode view) {
        JsonNode now = person.get(at(view)).json();
        return person.post(
                        at(view) + "/states",
                        "{\"edition\":" + now.get("edition") + ",\"changes\":\"\",\"pictures\":[]}")
                .expect(201)
                .json();
    }

    @Test
    void aLargeOneIsScaledAndSaysNothingOfWhereItWasTaken() throws IOException {
        JsonNode view = begun("");
        byte[] taken = located(drawn(3200, 2000, "jpg"));
        assertThat(new String(taken, StandardCharsets.ISO_8859_1)).contains("Exif");
        JsonNode picture = put(view, "front.jpg", taken);
        assertThat(picture.get("file").asText()).isEqualTo("picture-1.jpg");
        assertThat(picture.get("width").asInt()).isEqualTo(1600);
        assertThat(picture.get("height").asInt()).isEqualTo(1000);
        byte[] kept = person.bytes(at(view) + "/picture-1.jpg");
        assertThat(new String(kept, StandardCharsets.ISO_8859_1)).doesNotContain("Exif", "54.1");
        assertThat(ImageIO.read(new ByteArrayInputStream(kept)).getWidth()).isEqualTo(1600);

        assertThat(put(view, "screen.png", drawn(40, 30, "png")).get("file").asText())
                .isEqualTo("picture-2.png");
        assertThat(person.get(at(view) + "/pictures").json()).hasSize(2);
    }

    @Test
    void whatIsNoPictureIsRefusedWithAReason() throws IOException {
        JsonNode view = begun("");
        String to = at(view) + "/pictures?name=odd.png";
        assertThat(person.upload(to, "no picture".getBytes(StandardCharsets.UTF_8))
                        .expect(422)
                        .text())
                .contains("odd.png is no PNG or JPEG by what is in it");
        byte[] cut = drawn(40, 30, "png");
        byte[] broken = java.util.Arrays.copyOf(cut, 40);
        assertThat(person.upload(to, broken).expect(422).text()).contains("begins like a picture");
        assertThat(person.upload(to, new byte[0]).expect(400).text()).contains("is empty");
        assertThat(person.get(at(view) + "/pictures").json()).isEmpty();
    }

    @Test
    void strangersSeeThoseThatArePublishedAndNoOthers() throws IOException {
        JsonNode view = begun("It is small.\n\n![The front \\<of> it](picture-1.png \"Its \\\"front\\\".\")\n\n"
                + "Inline ![dot](picture-1.png) and ![elsewhere](https://elsewhere.example/x.png).");
        put(view, "front.png", drawn(40, 30, "png"));
        put(view, "secret.png", drawn(50, 30, "png"));
        String read = "/read/" + view.get("slug").asText();
        Api stranger = Api.anonymous(port);
        stranger.get(read + "/picture-1.png").expect(404);
        published(view);

        String page = stranger.get(read).expect(200).text();
        assertThat(page)
                .contains(
                        "<figure class=\"photo\"><img src=\"" + view.get("slug").asText()
                                + "/picture-1.png\" width=\"40\" height=\"30\" loading=\"lazy\" alt=\"The front <of> it\">"
                                + "<figcaption>Its \"front\".</figcaption></figure>")
                .contains("and elsewhere.")
                .doesNotContain("elsewhere.example");
        assertThat(stranger.bytes(read + "/picture-1.png")).isEqualTo(person.bytes(at(view) + "/picture-1.png"));
        stranger.get(read + "/1/picture-1.png").expect(200);
        stranger.get(read + "/picture-2.png").expect(404);
        stranger.get(at(view) + "/picture-1.png").expect(401);
        assertThat(folder(view)).containsKey(view.get("slug").asText() + "/picture-1.png");

        person.post(at(view) + "/withdraw", "{\"why\":\"It was another box.\"}").expect(200);
        stranger.get(read + "/picture-1.png").expect(404);
    }

    @Test
    void whatNamesAPictureThatIsNotThereIsNotPublished() {
        JsonNode view = begun("![front](picture-3.png)");
        assertThat(person.post(
                                at(view) + "/states",
                                "{\"edition\":" + view.get("edition") + ",\"changes\":\"\",\"pictures\":[]}")
                        .expect(422)
                        .text())
                .contains("picture-3.png, which was never put in");
    }

    private Map<String, byte[]> folder(JsonNode view) throws IOException {
        byte[] zip = person.bytes("/api/v1/write-ups/published.zip?id=" + view.get("id"));
        Map<String, byte[]> files = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
                files.put(e.getName(), in.readAllBytes());
            }
        }
        return files;
    }
}
