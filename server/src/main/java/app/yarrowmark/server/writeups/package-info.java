/** Write-ups: drafts with their figures, what readers see of them, and the public pages. */
@NullMarked
package app.yarrowmark.server.writeups;

import org.jspecify.annotations.NullMarked;
