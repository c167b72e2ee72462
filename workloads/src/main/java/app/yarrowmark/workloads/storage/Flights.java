package app.yarrowmark.workloads.storage;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;

/** Keeps so many requests to a drive in flight: a thread for each, since a request with direct access blocks its thread. */
final class Flights implements AutoCloseable {

    private final ExecutorService pool;

    Flights(int most) {
        this.pool = Executors.newFixedThreadPool(most);
    }

    /** One request by its number. */
    interface Request {
        void send(int number) throws IOException;
    }

    /**
     * Sends requests 0, 1, … with so many in flight until there are {@code most} or the time is up; returns how many were
     * answered.
     *
     * @throws IOException if one failed
     */
    int run(int inFlight, int most, long nanos, Request request) throws IOException {
        long start = System.nanoTime();
        AtomicInteger next = new AtomicInteger();
        Callable<Integer> sender = () -> {
            int sent = 0;
            for (int i = next.getAndIncrement();
                    i < most && (sent == 0 || System.nanoTime() - start < nanos);
                    i = next.getAndIncrement()) {
                request.send(i);
                sent++;
            }
            return sent;
        };
        if (inFlight == 1) {
            return call(sender);
        }
        List<Future<Integer>> senders = new ArrayList<>();
        for (int i = 0; i < inFlight; i++) {
            senders.add(pool.submit(sender));
        }
        int answered = 0;
        for (Future<Integer> one : senders) {
            answered += call(one::get);
        }
        return answered;
    }

    private static int call(Callable<Integer> sender) throws IOException {
        try {
            return sender.call();
        } catch (ExecutionException e) {
            throw rethrown(e.getCause() == null ? e : e.getCause());
        } catch (Exception e) {
            throw rethrown(e);
        }
    }

    private static IOException rethrown(Throwable cause) {
        if (cause instanceof RuntimeException runtime) {
            throw runtime;
        }
        return cause instanceof IOException io ? io : new IOException(cause);
    }

    @Override
    public void close() {
        pool.shutdownNow();
    }
}
