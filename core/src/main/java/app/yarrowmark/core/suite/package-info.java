/** What a suite is: its sheet, metrics, scales, directions, and the formulas of its totals. */
@NullMarked
package app.yarrowmark.core.suite;

import org.jspecify.annotations.NullMarked;
