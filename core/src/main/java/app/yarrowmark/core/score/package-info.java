/** From the readings of one metric in one setup to a score with its noise. */
@NullMarked
package app.yarrowmark.core.score;

import org.jspecify.annotations.NullMarked;
