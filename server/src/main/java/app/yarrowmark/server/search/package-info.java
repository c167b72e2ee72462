/** Finds records by any word in them. */
@NullMarked
package app.yarrowmark.server.search;

import org.jspecify.annotations.NullMarked;
