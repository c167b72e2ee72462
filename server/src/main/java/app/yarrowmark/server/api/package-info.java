/** The description of the API, and how numbers are written in it. */
@NullMarked
package app.yarrowmark.server.api;

import org.jspecify.annotations.NullMarked;
