/** Where subjects stand: the additive log model, its draws, places as ranges, level groups, and bands. */
@NullMarked
package app.yarrowmark.core.rank;

import org.jspecify.annotations.NullMarked;
