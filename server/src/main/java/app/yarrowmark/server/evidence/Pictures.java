package app.yarrowmark.server.evidence;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** Pictures made smaller. */
public final class Pictures {

    /** A file of a few bytes can claim to be enormous; such are not drawn. */
    private static final long MOST_PIXELS = 40_000_000;

    private static final Object ONE_AT_A_TIME = new Object();

    private Pictures() {}

    /**
     * Returns a picture of at most so many pixels a side, on white; empty where it cannot be drawn here.
     *
     * @throws IOException if the content only begins like a picture
     */
    public static Optional<BufferedImage> within(int longestSide, byte[] content) throws IOException {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(content))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                return Optional.empty();
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in, true, true);
                int width = reader.getWidth(0);
                int height = reader.getHeight(0);
                if ((long) width * height > MOST_PIXELS) {
                    return Optional.empty();
                }
                // Of a large picture only every so manyth pixel is taken from the file, about twice what is shown.
                int step = Math.max(1, Math.max(width, height) / (2 * longestSide));
                ImageReadParam few = reader.getDefaultReadParam();
                few.setSourceSubsampling(step, step, 0, 0);
                synchronized (ONE_AT_A_TIME) {
                    return Optional.of(scaled(reader.read(0, few), longestSide));
                }
            } catch (RuntimeException e) {
                throw new IOException("the picture is broken: " + e.getMessage(), e);
            } finally {
                reader.dispose();
            }
        }
    }

    private static BufferedImage scaled(BufferedImage picture, int longestSide) {
        double factor = Math.min(1, (double) longestSide / Math.max(picture.getWidth(), picture.getHeight()));
        int width = Math.max(1, (int) Math.round(picture.getWidth() * factor));
        int height = Math.max(1, (int) Math.round(picture.getHeight() * factor));
        BufferedImage small = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D canvas = small.createGraphics();
        canvas.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        canvas.drawImage(picture, 0, 0, width, height, java.awt.Color.WHITE, null);
        canvas.dispose();
        return small;
    }

    /** Returns a picture as a file: nothing is in it but what is drawn. */
    public static byte[] written(BufferedImage picture, FileKind kind) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(picture, kind == FileKind.JPEG ? "jpg" : "png", out);
        return out.toByteArray();
    }
}
