/** How the runner speaks with a desk. */
@NullMarked
package app.yarrowmark.runner.desk;

import org.jspecify.annotations.NullMarked;
