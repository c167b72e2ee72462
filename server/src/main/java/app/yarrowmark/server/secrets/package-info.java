/** Random secrets and their digests. */
@NullMarked
package app.yarrowmark.server.secrets;

import org.jspecify.annotations.NullMarked;
