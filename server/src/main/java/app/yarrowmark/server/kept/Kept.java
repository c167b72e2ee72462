package app.yarrowmark.server.kept;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.function.ToIntFunction;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Keeps what was made from the records until they change. Each thing is kept under a key, with the revision it was made of;
 * asked for with another revision it is made anew. It is made by the first who asks, and whoever asks meanwhile waits for it.
 * What a transaction makes that may yet be rolled back is used once and not kept.
 *
 * @param <K> key
 * @param <V> what is kept
 */
public final class Kept<K, V> {

    private final Cache<K, Entry<V>> entries;

    private record Entry<V>(Object revision, CompletableFuture<V> value, int weight) {

        boolean isDone() {
            return value.isDone() && !value.isCompletedExceptionally();
        }
    }

    private final ToIntFunction<V> weigher;

    private Kept(long most, ToIntFunction<V> weigher) {
        this.weigher = weigher;
        this.entries = Caffeine.newBuilder()
                .maximumWeight(most)
                .weigher((K key, Entry<V> entry) -> entry.weight)
                .executor(Runnable::run)
                .build();
    }

    /** Keeps at most so many things, the last asked for. */
    public static <K, V> Kept<K, V> counted(long most) {
        return new Kept<>(most, v -> 1);
    }

    /**
     * Keeps things of at most so much weight together.
     *
     * @param weigher at least 0
     */
    public static <K, V> Kept<K, V> weighed(long most, ToIntFunction<V> weigher) {
        return new Kept<>(most, weigher);
    }

    /**
     * Returns what is kept, or makes it.
     *
     * @param revision of the records it is made of, compared with equals
     */
    public V get(K key, Object revision, Supplier<V> make) {
        if (mayBeRolledBack()) {
            return peek(key, revision).orElseGet(make);
        }
        Entry<V> mine = new Entry<>(revision, new CompletableFuture<>(), 0);
        Entry<V> there =
                entries.asMap().compute(key, (k, old) -> old != null && old.revision.equals(revision) ? old : mine);
        return there == mine ? made(key, mine, make) : awaited(there);
    }

    private V made(K key, Entry<V> mine, Supplier<V> make) {
        try {
            V value = make.get();
            mine.value.complete(value);
            entries.asMap().replace(key, mine, new Entry<>(mine.revision, mine.value, weigher.applyAsInt(value)));
            return value;
        } catch (RuntimeException | Error e) {
            entries.asMap().remove(key, mine);
            mine.value.completeExceptionally(e);
            throw e;
        }
    }

    private static <V> V awaited(Entry<V> there) {
        try {
            return there.value.join();
        } catch (CompletionException e) {
            if (e.getCause() instanceof RuntimeException failed) {
                throw failed;
            }
            throw e;
        }
    }

    private static boolean mayBeRolledBack() {
        return TransactionSynchronizationManager.isActualTransactionActive()
                && !TransactionSynchronizationManager.isCurrentTransactionReadOnly();
    }

    /** Returns what is kept under a key, of whatever revision; empty if there is none or it is being made. */
    public Optional<V> peek(K key) {
        return Optional.ofNullable(entries.getIfPresent(key))
                .filter(Entry::isDone)
                .map(e -> e.value.join());
    }

    private Optional<V> peek(K key, Object revision) {
        @Nullable Entry<V> entry = entries.getIfPresent(key);
        return entry != null && entry.revision.equals(revision) ? peek(key) : Optional.empty();
    }

    /** Lets go of what holds for a predicate. */
    public void forget(Predicate<V> old) {
        entries.asMap().values().removeIf(e -> e.isDone() && old.test(e.value.join()));
    }

    /** Lets go of what was asked for longest ago, so that something of that weight can be made and kept. */
    public void makeRoom(int weight) {
        entries.policy().eviction().ifPresent(e -> {
            long most = e.getMaximum();
            e.setMaximum(Math.max(0, most - weight));
            entries.cleanUp();
            e.setMaximum(most);
        });
    }
}
