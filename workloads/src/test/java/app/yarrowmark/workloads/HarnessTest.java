package app.yarrowmark.workloads;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class HarnessTest {

    private final List<String> heard = new ArrayList<>();
    private final Harness harness =
            new Harness(new Plan(4, 6, 5, 8), (metric, values, share) -> heard.add(metric + " " + values.size()));

    @Test
    void sizeDoublesUntilAnIterationIsLongEnough() {
        int size = harness.calibrate(new Spinner(1, false));
        assertThat(size).isBetween(2, 64);
        assertThat(Integer.bitCount(size)).isEqualTo(1);
    }

    @Test
    void warmsUpCountsAndTellsEverySample() {
        Measured measured = harness.measure("spin.one", new Spinner(1, false), 4, 1);
        assertThat(measured.marks()).matches("w{5,6}[cd]{5}");
        assertThat(measured.values()).allMatch(v -> v > 0);
        assertThat(heard)
                .hasSize(measured.values().size())
                .endsWith("spin.one " + measured.values().size());
    }

    @Test
    void aThreadThatWaitsIsDisturbed() {
        Measured measured = harness.measure("spin.one", new Spinner(1, true), 4, 1);
        assertThat(measured.isSound()).isFalse();
        assertThat(measured.disturbed()).isGreaterThanOrEqualTo(3);
        assertThat(measured.value()).isPositive();
    }

    @Test
    void threadsThatDisagreeFailTheRun() {
        AtomicInteger next = new AtomicInteger();
        Kernel odd = new Kernel() {
            @Override
            public String key() {
                return "odd";
            }

            @Override
            public int smallest() {
                return 1;
            }

            @Override
            public Job prepare(int size) {
                int own = next.incrementAndGet();
                return new Job() {
                    @Override
                    public double work() {
                        return 1;
                    }

                    @Override
                    public long run() {
                        return own;
                    }
                };
            }
        };
        assertThatThrownBy(() -> harness.measure("odd.all", odd, 1, 2))
                .isInstanceOf(WrongResult.class)
                .hasMessageContaining("different results");
    }

    @Test
    void steadyIsASlopeUnderFivePercentOverTheLastFive() {
        assertThat(Harness.isSteady(List.of(10.0, 10.0, 10.0, 10.0))).isFalse();
        assertThat(Harness.isSteady(List.of(5.0, 10.0, 10.1, 9.9, 10.0, 10.1))).isTrue();
        assertThat(Harness.isSteady(List.of(8.0, 8.5, 9.0, 9.5, 10.0))).isFalse();
    }

    @Test
    void theValueIsTheMedianOfWhatWasUndisturbed() {
        Measured measured = new Measured("m", List.of(1.0, 10.0, 2.0, 12.0, 11.0), "wcdcc");
        assertThat(measured.value()).isEqualTo(11);
        assertThat(measured.isSound()).isTrue();
        assertThat(new Measured("m", List.of(10.0, 2.0, 3.0), "cdd").isSound()).isFalse();
        assertThatThrownBy(() -> new Measured("m", List.of(1.0), "cc")).hasMessage("1 values and 2 marks");
    }

    /** Busy for {@code size × millis} milliseconds; asleep for half of it if lazy. */
    private record Spinner(int millis, boolean lazy) implements Kernel {

        @Override
        public String key() {
            return "spin";
        }

        @Override
        public int smallest() {
            return 1;
        }

        @Override
        public Job prepare(int size) {
            return new Job() {
                @Override
                public double work() {
                    return size;
                }

                @Override
                public long run() {
                    long end = System.nanoTime() + size * millis * 1_000_000L;
                    if (lazy) {
                        try {
                            Thread.sleep(size * millis);
                        } catch (InterruptedException e) {
                            Thread.currentThread().interrupt();
                        }
                    }
                    long sum = 0;
                    while (System.nanoTime() < end) {
                        sum++;
                    }
                    return sum < 0 ? 1 : 0;
                }
            };
        }
    }
}
