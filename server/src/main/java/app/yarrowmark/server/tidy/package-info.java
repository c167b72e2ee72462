/** Puts the catalogue in order: what stands there twice becomes one, and what nothing hangs on goes. */
@org.jspecify.annotations.NullMarked
package app.yarrowmark.server.tidy;
