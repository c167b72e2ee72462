/** What can go wrong with a request, told apart in one place, and the words that are answered. */
@NullMarked
package app.yarrowmark.server.problems;

import org.jspecify.annotations.NullMarked;
