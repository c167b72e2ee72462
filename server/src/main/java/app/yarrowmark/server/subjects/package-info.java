/** What is compared and ranked: a setup, a model, a part, the best of a family, a claim. */
@NullMarked
package app.yarrowmark.server.subjects;

import org.jspecify.annotations.NullMarked;
