/** What is typed on a computer, and what is shown there. */
@NullMarked
package app.yarrowmark.runner.cli;

import org.jspecify.annotations.NullMarked;
