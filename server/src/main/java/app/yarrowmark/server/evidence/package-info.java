/** Pictures and files kept with runs. */
@NullMarked
package app.yarrowmark.server.evidence;

import org.jspecify.annotations.NullMarked;
