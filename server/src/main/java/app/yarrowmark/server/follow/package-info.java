/** How one device develops: lines of its setups along one factor, and what lies inside a score. */
@NullMarked
package app.yarrowmark.server.follow;

import org.jspecify.annotations.NullMarked;
