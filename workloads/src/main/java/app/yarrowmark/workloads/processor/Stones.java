package app.yarrowmark.workloads.processor;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;

/**
 * Draws round stones on a mud flat in light and shade: a ray for each of 96 × 64 pixels against 24 spheres, a second one to
 * the lamp, and one mirrored in each stone. Square roots are exact, so every machine draws the same bits. Work: million
 * rays.
 */
public final class Stones implements Kernel {

    private static final int WIDTH = 96;
    private static final int HEIGHT = 64;
    private static final int PAIRS = 12;

    @Override
    public String key() {
        return "stones";
    }

    @Override
    public long checksum() {
        return 0x22D6_E6A5_D947_0615L;
    }

    @Override
    public Job prepare(int threads) {
        return new Drawing();
    }

    /** Stones come in pairs, left and right of the lamp, so the picture must be its own mirror image to the last bit. */
    private static final class Drawing implements Job {

        private static final double FAR = 1e30;
        private static final double NEAR = 1e-6;

        private final double[] x = new double[2 * PAIRS];
        private final double[] y = new double[2 * PAIRS];
        private final double[] z = new double[2 * PAIRS];
        private final double[] r = new double[2 * PAIRS];
        private final double[] picture = new double[WIDTH * HEIGHT];
        private long rays;
        private final double work;

        Drawing() {
            Random64 random = new Random64(2_311);
            for (int i = 0; i < PAIRS; i++) {
                double radius = 0.2 + random.below(1000) / 1500.0;
                double side = radius + 0.1 + random.below(1000) / 300.0;
                double away = 4 + random.below(1000) / 110.0;
                for (int half = 0; half < 2; half++) {
                    int at = 2 * i + half;
                    x[at] = half == 0 ? side : -side;
                    y[at] = radius;
                    z[at] = away;
                    r[at] = radius;
                }
            }
            run();
            work = rays / 1e6;
        }

        @Override
        public double work() {
            return work;
        }

        @Override
        public long run() {
            rays = 0;
            for (int row = 0; row < HEIGHT; row++) {
                for (int column = 0; column < WIDTH; column++) {
                    picture[row * WIDTH + column] = pixel(row, column);
                }
            }
            return checked();
        }

        private double pixel(int row, int column) {
            double dx = (column - (WIDTH - 1) / 2.0) / (WIDTH / 2.0);
            double dy = 0.25 - (row + 0.5) / HEIGHT;
            double length = Math.sqrt(dx * dx + dy * dy + 1);
            return light(0, 1.2, 0, dx / length, dy / length, 1 / length, 2);
        }

        /** Returns the brightness seen along a ray from a point. */
        private double light(double ox, double oy, double oz, double dx, double dy, double dz, int mirrors) {
            rays++;
            double t = FAR;
            double nx = 0;
            double ny = 1;
            double nz = 0;
            double grey = 0.45;
            boolean stone = false;
            if (dy < 0) {
                t = -oy / dy;
            }
            for (int i = 0; i < x.length; i++) {
                double hit = hit(i, ox, oy, oz, dx, dy, dz);
                if (hit < t) {
                    t = hit;
                    stone = true;
                    nx = (ox + t * dx - x[i]) / r[i];
                    ny = (oy + t * dy - y[i]) / r[i];
                    nz = (oz + t * dz - z[i]) / r[i];
                    grey = 0.8;
                }
            }
            if (t >= FAR) {
                return 0.1 + 0.2 * dy;
            }
            double px = ox + t * dx;
            double py = oy + t * dy;
            double pz = oz + t * dz;
            double shade = grey * (0.1 + lamp(px, py, pz, nx, ny, nz));
            if (stone && mirrors > 0) {
                double into = 2 * (dx * nx + dy * ny + dz * nz);
                shade += 0.25 * light(px, py, pz, dx - into * nx, dy - into * ny, dz - into * nz, mirrors - 1);
            }
            return shade;
        }

        /** Returns how much of the lamp's light falls on a place: 0 in the shadow of a stone. */
        private double lamp(double px, double py, double pz, double nx, double ny, double nz) {
            rays++;
            double lx = -px;
            double ly = 9 - py;
            double lz = 6 - pz;
            double length = Math.sqrt(lx * lx + ly * ly + lz * lz);
            lx /= length;
            ly /= length;
            lz /= length;
            for (int i = 0; i < x.length; i++) {
                if (hit(i, px, py, pz, lx, ly, lz) < length) {
                    return 0;
                }
            }
            return Math.max(0, nx * lx + ny * ly + nz * lz);
        }

        /** Returns how far along the ray stone {@code i} is, {@link #FAR} if it is missed. */
        private double hit(int i, double ox, double oy, double oz, double dx, double dy, double dz) {
            double cx = x[i] - ox;
            double cy = y[i] - oy;
            double cz = z[i] - oz;
            double along = cx * dx + cy * dy + cz * dz;
            double off = cx * cx + cy * cy + cz * cz - along * along;
            double inside = r[i] * r[i] - off;
            if (inside <= 0) {
                return FAR;
            }
            double t = along - Math.sqrt(inside);
            return t > NEAR ? t : FAR;
        }

        private long checked() {
            long sum = 0;
            int shaded = 0;
            for (int row = 0; row < HEIGHT; row++) {
                for (int column = 0; column < WIDTH / 2; column++) {
                    double left = picture[row * WIDTH + column];
                    double right = picture[row * WIDTH + WIDTH - 1 - column];
                    if (left != right) {
                        throw new WrongResult("the picture of the stones is not its own mirror image in row " + row);
                    }
                    shaded += left < 0.06 ? 1 : 0;
                    sum = 31 * sum + Double.doubleToLongBits(left);
                }
            }
            if (shaded == 0) {
                throw new WrongResult("no place lies in the shadow of a stone");
            }
            return sum;
        }
    }
}
