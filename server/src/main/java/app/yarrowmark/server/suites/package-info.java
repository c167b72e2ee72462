/** Suite sheets, our own and those from elsewhere, and the numbers their metrics go by. */
@NullMarked
package app.yarrowmark.server.suites;

import org.jspecify.annotations.NullMarked;
