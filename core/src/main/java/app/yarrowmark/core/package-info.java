/** What all of the core leans on. */
@NullMarked
package app.yarrowmark.core;

import org.jspecify.annotations.NullMarked;
