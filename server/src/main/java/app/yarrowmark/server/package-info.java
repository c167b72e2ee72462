/** The server: a package for a feature; a controller only translates, features meet through services. */
@NullMarked
package app.yarrowmark.server;

import org.jspecify.annotations.NullMarked;
