/** What every feature shares: problems, live events, the page itself, and the API's description. */
@NullMarked
package app.yarrowmark.server.shell;

import org.jspecify.annotations.NullMarked;
