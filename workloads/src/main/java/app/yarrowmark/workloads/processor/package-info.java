/** The kernels of Stem: each makes its input from a seed, does real work on it, and checks that the result means what it should. */
@NullMarked
package app.yarrowmark.workloads.processor;

import org.jspecify.annotations.NullMarked;
