/** Where setups stand, for a group of tests and overall. */
@NullMarked
package app.yarrowmark.server.standings;

import org.jspecify.annotations.NullMarked;
