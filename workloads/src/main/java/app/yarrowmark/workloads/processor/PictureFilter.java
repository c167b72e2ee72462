package app.yarrowmark.workloads.processor;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;

/** Smooths a camera picture of 512 × 256 with a 5 × 5 binomial filter and finds edges. Work: million pixels. */
public final class PictureFilter implements Kernel {

    private static final int WIDTH = 512;
    private static final int HEIGHT = 256;
    private static final float[] ROW = {1 / 16f, 4 / 16f, 6 / 16f, 4 / 16f, 1 / 16f};

    @Override
    public String key() {
        return "picture";
    }

    @Override
    public long checksum() {
        return 0x4163_A862_A064_08DCL;
    }

    @Override
    public Job prepare(int threads) {
        int rows = HEIGHT;
        Random64 random = new Random64(9);
        float[] picture = new float[rows * WIDTH];
        double sum = 0;
        for (int i = 0; i < picture.length; i++) {
            // A bright square on a noisy ground: the filter must keep the mean and find the square's sides.
            int x = i % WIDTH;
            int y = i / WIDTH;
            boolean square = x >= 128 && x < 384 && y >= rows / 4 && y < rows * 3 / 4;
            picture[i] = (square ? 200 : 40) + random.below(17) - 8;
            sum += picture[i];
        }
        return new Filter(picture, rows, sum / picture.length);
    }

    private static final class Filter implements Job {

        private final float[] picture;
        private final float[] smooth;
        private final int rows;
        private final double mean;

        Filter(float[] picture, int rows, double mean) {
            this.picture = picture;
            this.smooth = new float[picture.length];
            this.rows = rows;
            this.mean = mean;
        }

        @Override
        public double work() {
            return picture.length / 1e6;
        }

        @Override
        public long run() {
            for (int y = 2; y < rows - 2; y++) {
                smooth(y);
            }
            int edges = 0;
            double sum = 0;
            for (int y = 3; y < rows - 3; y++) {
                edges += edges(y);
                sum += brightness(y);
            }
            double found = sum / ((rows - 6.0) * (WIDTH - 6));
            if (Math.abs(found - mean) > 0.1 * mean) {
                throw new WrongResult("the filter changed the mean brightness from " + mean + " to " + found);
            }
            int outline = 2 * (256 + rows / 2);
            if (edges < 3 * outline || edges > 5 * outline) {
                throw new WrongResult("the filter found " + edges + " edge pixels around an outline of " + outline);
            }
            return edges * 1_000_003L + Double.doubleToLongBits(sum);
        }

        /** All 25 products, as a camera without a separable filter would: this is the work. */
        private void smooth(int y) {
            for (int x = 2; x < WIDTH - 2; x++) {
                float sum = 0;
                for (int dy = -2; dy <= 2; dy++) {
                    int line = (y + dy) * WIDTH + x;
                    float weight = ROW[dy + 2];
                    sum += weight
                            * (ROW[0] * picture[line - 2]
                                    + ROW[1] * picture[line - 1]
                                    + ROW[2] * picture[line]
                                    + ROW[3] * picture[line + 1]
                                    + ROW[4] * picture[line + 2]);
                }
                smooth[y * WIDTH + x] = sum;
            }
        }

        private int edges(int y) {
            int edges = 0;
            for (int at = y * WIDTH + 3; at < (y + 1) * WIDTH - 3; at++) {
                float gx = smooth[at + 1] - smooth[at - 1];
                float gy = smooth[at + WIDTH] - smooth[at - WIDTH];
                edges += gx * gx + gy * gy > 900 ? 1 : 0;
            }
            return edges;
        }

        private double brightness(int y) {
            double sum = 0;
            for (int at = y * WIDTH + 3; at < (y + 1) * WIDTH - 3; at++) {
                sum += smooth[at];
            }
            return sum;
        }
    }
}
