package app.yarrowmark.server.writeups;

/**
 * A picture that stands in a text, which names it by its file.
 *
 * @param file such as {@code picture-3.jpg}
 * @param name of the file that it was made of
 * @param width in pixels
 * @param height in pixels
 */
record PlacedPicture(int number, String file, String name, int width, int height) {}
