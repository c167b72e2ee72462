/** What a computer says of itself. */
@NullMarked
package app.yarrowmark.runner.detect;

import org.jspecify.annotations.NullMarked;
