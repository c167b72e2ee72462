/** Runs a suite in a process of its own, watches the computer meanwhile, and writes the run down. */
@NullMarked
package app.yarrowmark.runner.measure;

import org.jspecify.annotations.NullMarked;
