/** What looks wrong with typed and imported numbers, held against all that is known. */
@NullMarked
package app.yarrowmark.server.checks;

import org.jspecify.annotations.NullMarked;
