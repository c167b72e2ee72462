/** Views kept under a name: a standing with its pool and weights, a comparison, a line of versions. */
@NullMarked
package app.yarrowmark.server.boards;

import org.jspecify.annotations.NullMarked;
