/** Serving other devices on the local network: over https with a certificate of this desk's own. */
@NullMarked
package app.yarrowmark.server.lan;

import org.jspecify.annotations.NullMarked;
