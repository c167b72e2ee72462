package app.yarrowmark.server.scorebook;

import java.util.AbstractMap;
import java.util.AbstractSet;
import java.util.Iterator;
import java.util.Map;
import java.util.Set;
import java.util.function.BiConsumer;
import org.jspecify.annotations.Nullable;

/**
 * A map that is not changed, by the number of a setup: two arrays, so that hundreds of thousands of scores fit a modest memory.
 *
 * @param <V> of the values
 */
final class BySetup<V> extends AbstractMap<Long, V> {

    private final Cells cells;
    private final V[] values;

    /** Keeps both; a value for each cell. */
    BySetup(Cells cells, V[] values) {
        this.cells = cells;
        this.values = values;
    }

    private int at(@Nullable Object key) {
        return key instanceof Long setup ? cells.at(setup) : -1;
    }

    @Override
    public @Nullable V get(@Nullable Object key) {
        int at = at(key);
        return at < 0 ? null : values[at];
    }

    @Override
    public boolean containsKey(@Nullable Object key) {
        return at(key) >= 0;
    }

    @Override
    public void forEach(BiConsumer<? super Long, ? super V> what) {
        for (int i = 0; i < values.length; i++) {
            what.accept(cells.setup(i), values[i]);
        }
    }

    @Override
    public int size() {
        return values.length;
    }

    @Override
    public Set<Map.Entry<Long, V>> entrySet() {
        return new AbstractSet<>() {
            @Override
            public Iterator<Map.Entry<Long, V>> iterator() {
                return cells.all()
                        .mapToObj(i -> Map.entry(cells.setup(i), values[i]))
                        .iterator();
            }

            @Override
            public int size() {
                return values.length;
            }
        };
    }
}
