/** Whole desks in and out as files. */
@NullMarked
package app.yarrowmark.server.exchange;

import org.jspecify.annotations.NullMarked;
