/** Measuring natively: the harness that sizes, warms up, repeats and watches, and the suites it runs. Pure JDK. */
@NullMarked
package app.yarrowmark.workloads;

import org.jspecify.annotations.NullMarked;
