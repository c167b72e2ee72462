/** Which native suites there are. */
@NullMarked
package app.yarrowmark.workloads.registry;

import org.jspecify.annotations.NullMarked;
