/** What to run next, and which tests a shorter list keeps. */
@NullMarked
package app.yarrowmark.core.plan;

import org.jspecify.annotations.NullMarked;
