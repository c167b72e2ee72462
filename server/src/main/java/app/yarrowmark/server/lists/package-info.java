/** Pages, order and days: how every list is asked for, alike. */
@NullMarked
package app.yarrowmark.server.lists;

import org.jspecify.annotations.NullMarked;
