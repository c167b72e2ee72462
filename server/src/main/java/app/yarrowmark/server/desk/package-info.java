/** The desk as people see it: open sittings, each with its run sheet, put together from the other features. */
@NullMarked
package app.yarrowmark.server.desk;

import org.jspecify.annotations.NullMarked;
