/** Numbers, times and units as people and programs write them. */
@NullMarked
package app.yarrowmark.core.written;

import org.jspecify.annotations.NullMarked;
