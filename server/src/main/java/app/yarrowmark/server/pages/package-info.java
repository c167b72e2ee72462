/** The files of the page, the headers on every answer, and what another site may not ask. */
@NullMarked
package app.yarrowmark.server.pages;

import org.jspecify.annotations.NullMarked;
