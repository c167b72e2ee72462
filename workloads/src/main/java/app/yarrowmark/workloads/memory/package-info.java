/** Leaf: reading, filling, copying, gathering from memory, and how long a single access takes. */
@NullMarked
package app.yarrowmark.workloads.memory;

import org.jspecify.annotations.NullMarked;
