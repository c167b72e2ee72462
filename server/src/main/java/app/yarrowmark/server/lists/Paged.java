package app.yarrowmark.server.lists;

/** A page that knows of more than itself: what it holds, beside how many there are of each. */
public interface Paged {

    /** Returns whether there is a page after this one. */
    boolean more();
}
