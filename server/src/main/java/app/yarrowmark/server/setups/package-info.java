/** Setups: what a unit was when it was measured, as immutable facts. */
@NullMarked
package app.yarrowmark.server.setups;

import org.jspecify.annotations.NullMarked;
