/** What a text says in numbers, and whether records say it too. Plain computing: no network and no language model. */
@NullMarked
package app.yarrowmark.core.claim;

import org.jspecify.annotations.NullMarked;
