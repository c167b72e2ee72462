/** What can be told about typed and imported numbers: totals that do not add up, values that cannot be right. */
@NullMarked
package app.yarrowmark.core.check;

import org.jspecify.annotations.NullMarked;
