/** What changed which record, when, by whom. */
@NullMarked
package app.yarrowmark.server.history;

import org.jspecify.annotations.NullMarked;
