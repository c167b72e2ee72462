/** Files and texts in and out: suite sheets, run files, digits as read. Errors say where. */
@NullMarked
package app.yarrowmark.core.exchange;

import org.jspecify.annotations.NullMarked;
