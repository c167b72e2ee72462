/** Setup slips as people write them: facts typed, pasted and copied, with scores reconsidered after. */
@NullMarked
package app.yarrowmark.server.slips;

import org.jspecify.annotations.NullMarked;
