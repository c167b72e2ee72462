/** Answers and results that are kept until what they rest on changes. */
@NullMarked
package app.yarrowmark.server.kept;

import org.jspecify.annotations.NullMarked;
