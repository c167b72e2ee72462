package app.yarrowmark.server.setups;

/**
 * Where the runs of a setup come from: the first and the last name of a list among them, in the order of the alphabet, where
 * no name at all is of those that this desk measured.
 */
record SetupOrigin(long setupId, String first, String last) {

    /** Returns it with one more run. */
    SetupOrigin and(String origin) {
        return new SetupOrigin(
                setupId, origin.compareTo(first) < 0 ? origin : first, origin.compareTo(last) > 0 ? origin : last);
    }

    /** Returns the list that all of its runs are from; empty if this desk measured any of them. */
    String words() {
        if (first.isEmpty() || first.equals(last)) {
            return first;
        }
        return "several lists";
    }
}
