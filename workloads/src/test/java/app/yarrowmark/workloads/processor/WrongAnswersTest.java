package app.yarrowmark.workloads.processor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.yarrowmark.workloads.Kernel;
import app.yarrowmark.workloads.Random64;
import app.yarrowmark.workloads.WrongResult;
import java.lang.reflect.Field;
import java.nio.charset.StandardCharsets;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** Every kernel knows by itself what its result must mean: something planted in its work is refused, not only told by the checksum. */
class WrongAnswersTest {

    @Test
    void notesOfNoise() throws Exception {
        Kernel.Job job = with(new FieldNotes(), "pages", (byte[][] pages) -> {
            Random64 random = new Random64(1);
            for (int i = 0; i < pages[3].length; i++) {
                pages[3][i] = (byte) random.below(256);
            }
            return pages;
        });
        assertThatThrownBy(job::run)
                .isInstanceOf(WrongResult.class)
                .hasMessage("notes of repeated words packed to more than half");
    }

    @Test
    void aSightingThatTheJoinMisses() throws Exception {
        Kernel.Job job = with(new Sightings(), "known", (Integer known) -> known + 1);
        assertThatThrownBy(job::run).isInstanceOf(WrongResult.class).hasMessageStartingWith("the join found ");
    }

    @Test
    void aRingThatIsNotInTheRegister() throws Exception {
        // An even number never is: one sighting fewer is found.
        Kernel.Job job = with(new Sightings(), "seen", (int[] seen) -> {
            int odd = 0;
            while (seen[odd] % 2 == 0) {
                odd++;
            }
            seen[odd]++;
            return seen;
        });
        assertThatThrownBy(job::run).isInstanceOf(WrongResult.class).hasMessageStartingWith("the join found ");
    }

    @Test
    void aCallThatIsHeardAtAnotherPitch() throws Exception {
        Kernel.Job job = with(new Spectra(), "pitch", (int[] pitch) -> {
            pitch[63]++;
            return pitch;
        });
        assertThatThrownBy(job::run).isInstanceOf(WrongResult.class).hasMessageStartingWith("a call at bin ");
    }

    @Test
    void aTransformThatTurnsTheWrongWay() throws Exception {
        Kernel.Job job = with(new Spectra(), "cos", (float[] cos) -> {
            java.util.Arrays.fill(cos, 0);
            return cos;
        });
        assertThatThrownBy(job::run).isInstanceOf(WrongResult.class);
    }

    @Test
    void aFilterThatDarkens() throws Exception {
        Kernel.Job job = with(new PictureFilter(), "mean", (Double mean) -> mean * 1.2);
        assertThatThrownBy(job::run)
                .isInstanceOf(WrongResult.class)
                .hasMessageStartingWith("the filter changed the mean brightness");
    }

    @Test
    void aPictureWithoutTheSquare() throws Exception {
        Kernel.Job job = with(new PictureFilter(), "picture", (float[] picture) -> {
            double mean = 0;
            for (float f : picture) {
                mean += f / picture.length;
            }
            java.util.Arrays.fill(picture, (float) mean);
            return picture;
        });
        assertThatThrownBy(job::run)
                .isInstanceOf(WrongResult.class)
                .hasMessage("the filter found 0 edge pixels around an outline of 768");
    }

    @Test
    void aWayThatIsTooShortForTheMap() throws Exception {
        Kernel.Job job = with(new TideMap(), "rows", (Integer rows) -> rows * 8);
        assertThatThrownBy(job::run).isInstanceOf(WrongResult.class).hasMessageStartingWith("the way found costs ");
    }

    @Test
    void birdsThatAreNotInTheText() throws Exception {
        Kernel.Job job = with(new StructuredText(), "birds", (Long birds) -> birds - 1);
        assertThatThrownBy(job::run).isInstanceOf(WrongResult.class).hasMessageStartingWith("1024 records with ");
    }

    @Test
    void textThatBreaksOff() throws Exception {
        Kernel.Job job = with(new StructuredText(), "text", (byte[] text) -> {
            int half = new String(text, StandardCharsets.US_ASCII).indexOf('\n', text.length / 2);
            text[half] = '}';
            return text;
        });
        assertThatThrownBy(job::run).isInstanceOf(WrongResult.class);
    }

    @Test
    void aStoneWithoutItsTwin() throws Exception {
        Kernel.Job job = with(new Stones(), "x", (double[] x) -> {
            x[0] += 0.2;
            return x;
        });
        assertThatThrownBy(job::run)
                .isInstanceOf(WrongResult.class)
                .hasMessageStartingWith("the picture of the stones is not its own mirror image in row ");
    }

    @Test
    void aRecordThatChangedComesToAnotherChecksum() throws Exception {
        Kernel.Job job = with(new Seals(), "records", (byte[][] records) -> {
            records[15][16_383] ^= 1;
            return records;
        });
        assertThat(job.run()).isNotEqualTo(new Seals().checksum());
    }

    @Test
    void aMatchMayRunIntoItself() {
        byte[] calls = "krr ".repeat(300).getBytes(StandardCharsets.US_ASCII);
        byte[] packed = new byte[calls.length];
        byte[] back = new byte[calls.length];
        int length = FieldNotes.Packer.pack(calls, packed, new int[1 << FieldNotes.Packer.HASH_BITS]);
        // Four letters, then matches of at most 131: a token and two bytes each.
        assertThat(length).isEqualTo(1 + 4 + 3 * 10);
        assertThat(FieldNotes.Packer.unpack(packed, length, back)).isEqualTo(calls.length);
        assertThat(back).isEqualTo(calls);
    }

    @Test
    void whatCannotBePackedGrowsByATokenForEachHundredAndTwentyEight() {
        byte[] noise = new byte[1280];
        Random64 random = new Random64(5);
        for (int i = 0; i < noise.length; i++) {
            noise[i] = (byte) random.below(256);
        }
        byte[] packed = new byte[2000];
        byte[] back = new byte[noise.length];
        int length = FieldNotes.Packer.pack(noise, packed, new int[1 << FieldNotes.Packer.HASH_BITS]);
        assertThat(length).isEqualTo(noise.length + 10);
        FieldNotes.Packer.unpack(packed, length, back);
        assertThat(back).isEqualTo(noise);
    }

    /** A job of the kernel, one of whose parts is changed. */
    @SuppressWarnings("unchecked")
    private static <T> Kernel.Job with(Kernel kernel, String part, UnaryOperator<T> change) throws Exception {
        Kernel.Job job = kernel.prepare(1);
        Field field = job.getClass().getDeclaredField(part);
        field.setAccessible(true);
        field.set(job, change.apply((T) field.get(job)));
        return job;
    }
}
