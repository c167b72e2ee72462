/** Root: reading and writing a file past the system's cache. */
@NullMarked
package app.yarrowmark.workloads.storage;

import org.jspecify.annotations.NullMarked;
