package app.yarrowmark.core;

import java.util.Map;

/** Look-ups that must find something. */
public final class Maps {

    private Maps() {}

    /**
     * What a map holds under a key that is known to be there.
     *
     * @throws IllegalStateException if nothing is there
     */
    public static <K, V> V at(Map<K, V> map, K key) {
        V value = map.get(key);
        if (value == null) {
            throw new IllegalStateException("nothing is kept under " + key);
        }
        return value;
    }
}
