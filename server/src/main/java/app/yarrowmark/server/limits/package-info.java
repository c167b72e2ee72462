/** What one client may take: size, time and number of what is sent, connections, attempts to sign in. */
@NullMarked
package app.yarrowmark.server.limits;

import org.jspecify.annotations.NullMarked;
