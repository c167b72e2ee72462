/** Scores along a line of versions: which steps are real, and what a stretch without steps does. */
@NullMarked
package app.yarrowmark.core.follow;

import org.jspecify.annotations.NullMarked;
