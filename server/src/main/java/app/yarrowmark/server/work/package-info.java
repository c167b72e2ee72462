/** Work that is done beside the thread that hands it over. */
@NullMarked
package app.yarrowmark.server.work;

import org.jspecify.annotations.NullMarked;
