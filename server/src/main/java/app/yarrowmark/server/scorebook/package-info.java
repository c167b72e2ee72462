/** Every score in memory as columns, kept true to the database by its revision number. */
@NullMarked
package app.yarrowmark.server.scorebook;

import org.jspecify.annotations.NullMarked;
