/** Runs and their readings: the one gate they come in by, and the ledger. */
@NullMarked
package app.yarrowmark.server.runs;

import org.jspecify.annotations.NullMarked;
