/** The sheet editor: checks drafts, keeps versions, adds known faults. */
@NullMarked
package app.yarrowmark.server.sheets;

import org.jspecify.annotations.NullMarked;
