package app.yarrowmark.workloads;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.lang.ref.WeakReference;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

/** The life of a measurement, on clocks that only move when the work says so. */
class HarnessTest {

    private static final Plan PLAN = new Plan(100, 8, 5, 1, 8, 4);

    private final FakeTicks ticks = new FakeTicks();
    private final List<String> heard = new ArrayList<>();
    private final List<Measured> measured = new ArrayList<>();
    private final Report report = new Report() {
        @Override
        public void sample(String metric, List<Double> values, double share) {
            assertThat(share).isBetween(0.0, 1.0);
            heard.add(metric + " " + values.size());
        }

        @Override
        public void measured(Measured one) {
            measured.add(one);
        }
    };

    @Test
    void workIsRepeatedUntilAnIterationIsLongEnough() {
        Harness harness = harness(PLAN);
        for (int[] expected : new int[][] {{60, 1}, {40, 2}, {7, 8}, {1, 64}}) {
            Kernel kernel = kernel(expected[0], expected[0], 7);
            assertThat(harness.calibrate(kernel, kernel.prepare(1))).isEqualTo(expected[1]);
        }
    }

    @Test
    void warmsUpUntilSteadyCountsAndTellsEverySample() {
        harness(PLAN).run(kernel(10, 10, 7), 1);
        assertThat(measured).extracting(Measured::metric).containsExactly("work.one", "work.all");
        assertThat(measured.get(0).marks()).isEqualTo("wwwwwccccc");
        // 3 units of work in 10 ms.
        assertThat(measured.get(0).value()).isEqualTo(300);
        assertThat(heard).hasSize(20).contains("work.one 10").endsWith("work.all 10");
    }

    @Test
    void aThreadThatWaitsIsDisturbed() {
        harness(PLAN).run(kernel(10, 9, 7), 1);
        assertThat(measured.get(0).marks()).isEqualTo("wwwwwddddd");
        assertThat(measured.get(0).isSound()).isFalse();
        assertThat(measured.get(0).value()).isEqualTo(300);
    }

    @Test
    void inATrialNothingIsCalledDisturbed() {
        harness(Plan.TINY).run(kernel(10, 5, 7), 1);
        assertThat(measured.get(0).marks()).isEqualTo("wcccc");
    }

    @Test
    void aWrongResultFailsTheRun() {
        assertThatThrownBy(() -> harness(PLAN).run(kernel(10, 10, 8), 1))
                .isInstanceOf(WrongResult.class)
                .hasMessage("work came to the checksum 8 instead of 7");
    }

    @Test
    void aWrongResultOnOneOfManyThreadsFailsTheRun() {
        AtomicInteger made = new AtomicInteger();
        Kernel odd = new FixedKernel(() -> {
            int number = made.incrementAndGet();
            return () -> {
                ticks.pass(10, 10);
                return number == 4 ? 8 : 7;
            };
        });
        assertThatThrownBy(() -> harness(PLAN).run(odd, 2))
                .isInstanceOf(WrongResult.class)
                .hasMessageContaining("checksum 8");
    }

    @Test
    void ofALargeInputThereIsRoomForOneAtATime() {
        List<WeakReference<Kernel.Job>> made = new ArrayList<>();
        List<Integer> alive = new ArrayList<>();
        FixedKernel large = new FixedKernel(() -> () -> {
            ticks.pass(10, 10);
            return 7;
        });
        Kernel counting = new Kernel() {
            @Override
            public String key() {
                return large.key();
            }

            @Override
            public long checksum() {
                return large.checksum();
            }

            @Override
            public Job prepare(int threads) {
                System.gc();
                alive.add((int) made.stream().filter(j -> j.get() != null).count());
                Job job = large.prepare(threads);
                made.add(new WeakReference<>(job));
                return job;
            }
        };
        harness(PLAN).run(counting, 1);
        // To size the work, on one thread, on all.
        assertThat(alive).containsExactly(0, 0, 0);
    }

    @Test
    void steadyIsASlopeUnderFivePercentOverTheLastFive() {
        assertThat(Sampler.isSteady(List.of(10.0, 10.0, 10.0, 10.0))).isFalse();
        assertThat(Sampler.isSteady(List.of(5.0, 10.0, 10.1, 9.9, 10.0, 10.1))).isTrue();
        assertThat(Sampler.isSteady(List.of(8.0, 8.5, 9.0, 9.5, 10.0))).isFalse();
    }

    @Test
    void theValueIsTheMedianOfWhatWasUndisturbed() {
        Measured one = new Measured("m", List.of(1.0, 10.0, 2.0, 12.0, 11.0), "wcdcc");
        assertThat(one.value()).isEqualTo(11);
        assertThat(one.isSound()).isTrue();
        assertThat(new Measured("m", List.of(10.0, 2.0, 3.0), "cdd").isSound()).isFalse();
        assertThatThrownBy(() -> new Measured("m", List.of(1.0), "cc")).hasMessage("1 values and 2 marks");
    }

    @Test
    void processesOfTheSameMetricAreJoined() {
        Measured both = new Measured("m", List.of(1.0, 10.0), "wc").and(new Measured("m", List.of(2.0, 12.0), "wc"));
        assertThat(both.marks()).isEqualTo("wcwc");
        assertThat(both.value()).isEqualTo(11);
        assertThat(both.slope()).isZero();
        assertThat(new Measured("m", List.of(9.0, 10.0, 11.0), "ccc").slope()).isEqualTo(.2);
    }

    private Harness harness(Plan plan) {
        return new Harness(plan, report, ticks, new Pace(ticks, Double.POSITIVE_INFINITY));
    }

    private Kernel kernel(long wallMillis, long processorMillis, long sum) {
        return new FixedKernel(() -> () -> {
            ticks.pass(wallMillis, processorMillis);
            return sum;
        });
    }

    private interface Making {
        Running job();
    }

    private interface Running {
        long run();
    }

    private record FixedKernel(Making making) implements Kernel {

        @Override
        public String key() {
            return "work";
        }

        @Override
        public long checksum() {
            return 7;
        }

        @Override
        public Job prepare(int threads) {
            Running running = making.job();
            return new Job() {
                @Override
                public double work() {
                    return 3;
                }

                @Override
                public long run() {
                    return running.run();
                }
            };
        }
    }

    /** Time that passes only when told; threads of one test take turns. */
    private static final class FakeTicks implements Ticks {

        private long passed;
        private long used;

        synchronized void pass(long wallMillis, long processorMillis) {
            passed += wallMillis * 1_000_000;
            used += processorMillis * 1_000_000;
        }

        @Override
        public synchronized long passed() {
            return passed;
        }

        @Override
        public synchronized long used() {
            return used;
        }
    }
}
