/** All that is known about one model, one part, one suite, gathered. */
@NullMarked
package app.yarrowmark.server.profiles;

import org.jspecify.annotations.NullMarked;
