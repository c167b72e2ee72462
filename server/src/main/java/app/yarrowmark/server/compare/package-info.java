/** Subjects side by side: what differs between them, test by test and group by group. */
@NullMarked
package app.yarrowmark.server.compare;

import org.jspecify.annotations.NullMarked;
