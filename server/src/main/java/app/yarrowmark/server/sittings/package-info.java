/** Sittings: one unit in one setup on the desk with the suites to run. */
@NullMarked
package app.yarrowmark.server.sittings;

import org.jspecify.annotations.NullMarked;
