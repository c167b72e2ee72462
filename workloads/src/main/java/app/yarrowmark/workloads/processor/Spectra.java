package app.yarrowmark.workloads.processor;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;

/**
 * Finds the pitch of calls in sound: a Fourier transform of each frame (radix 2, decimation in time; Cooley and Tukey
 * 1965) and the strongest bin. 64 frames of 1,024 samples. Work: million samples.
 */
public final class Spectra implements Kernel {

    private static final int FRAME = 1024;
    private static final int BITS = 10;
    private static final int FRAMES = 64;

    @Override
    public String key() {
        return "spectra";
    }

    @Override
    public long checksum() {
        return 0x8CB6_CBD4_30CA_1DE1L;
    }

    @Override
    public Job prepare(int threads) {
        int frames = FRAMES;
        Random64 random = new Random64(440);
        float[] sound = new float[frames * FRAME];
        int[] pitch = new int[frames];
        for (int f = 0; f < frames; f++) {
            pitch[f] = 20 + random.below(400);
            for (int i = 0; i < FRAME; i++) {
                double noise = random.below(2000) / 1000.0 - 1;
                sound[f * FRAME + i] = (float) (StrictMath.sin(2 * Math.PI * pitch[f] * i / FRAME) + 0.6 * noise);
            }
        }
        return new Transform(sound, pitch);
    }

    private static final class Transform implements Job {

        private final float[] sound;
        private final int[] pitch;
        private final float[] cos = new float[FRAME / 2];
        private final float[] sin = new float[FRAME / 2];
        private final float[] re = new float[FRAME];
        private final float[] im = new float[FRAME];

        Transform(float[] sound, int[] pitch) {
            this.sound = sound;
            this.pitch = pitch;
            for (int i = 0; i < FRAME / 2; i++) {
                cos[i] = (float) StrictMath.cos(2 * Math.PI * i / FRAME);
                sin[i] = (float) -StrictMath.sin(2 * Math.PI * i / FRAME);
            }
        }

        @Override
        public double work() {
            return sound.length / 1e6;
        }

        @Override
        public long run() {
            long sum = 0;
            for (int f = 0; f < pitch.length; f++) {
                load(f * FRAME);
                transform();
                int strongest = strongest();
                if (strongest != pitch[f]) {
                    throw new WrongResult("a call at bin " + pitch[f] + " was heard at bin " + strongest);
                }
                sum = sum * 31 + strongest;
            }
            return sum;
        }

        private void load(int from) {
            for (int i = 0; i < FRAME; i++) {
                int j = Integer.reverse(i) >>> (32 - BITS);
                re[j] = sound[from + i];
                im[j] = 0;
            }
        }

        private void transform() {
            for (int half = 1; half < FRAME; half <<= 1) {
                int stride = FRAME / (2 * half);
                for (int start = 0; start < FRAME; start += 2 * half) {
                    for (int k = 0; k < half; k++) {
                        int a = start + k;
                        int b = a + half;
                        float wr = cos[k * stride];
                        float wi = sin[k * stride];
                        float tr = re[b] * wr - im[b] * wi;
                        float ti = re[b] * wi + im[b] * wr;
                        re[b] = re[a] - tr;
                        im[b] = im[a] - ti;
                        re[a] += tr;
                        im[a] += ti;
                    }
                }
            }
        }

        private int strongest() {
            int best = 1;
            float most = 0;
            for (int i = 1; i < FRAME / 2; i++) {
                float power = re[i] * re[i] + im[i] * im[i];
                if (power > most) {
                    most = power;
                    best = i;
                }
            }
            return best;
        }
    }
}
