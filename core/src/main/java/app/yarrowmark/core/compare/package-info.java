/** One score against another, a group of them, and where the change of a total came from. */
@NullMarked
package app.yarrowmark.core.compare;

import org.jspecify.annotations.NullMarked;
