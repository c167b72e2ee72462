/** Numbers along an axis, kept with a run, and the metrics drawn from them. */
@NullMarked
package app.yarrowmark.core.series;

import org.jspecify.annotations.NullMarked;
