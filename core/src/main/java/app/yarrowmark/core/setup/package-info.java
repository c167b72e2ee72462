/** What a device was when it was measured: typed facts, their fingerprint and their differences. */
@NullMarked
package app.yarrowmark.core.setup;

import org.jspecify.annotations.NullMarked;
