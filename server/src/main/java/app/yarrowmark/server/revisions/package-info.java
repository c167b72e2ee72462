/** Numbers that count up with what changes in the records, by which every server knows what it has to read again. */
@NullMarked
package app.yarrowmark.server.revisions;

import org.jspecify.annotations.NullMarked;
