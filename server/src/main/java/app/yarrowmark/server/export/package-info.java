/** Everything out: readings and scores as tables, the whole desk as a file. */
@NullMarked
package app.yarrowmark.server.export;

import org.jspecify.annotations.NullMarked;
