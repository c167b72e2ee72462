/** Models and units: the products and the samples of them on the shelf. */
@NullMarked
package app.yarrowmark.server.catalogue;

import org.jspecify.annotations.NullMarked;
