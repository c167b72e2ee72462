/** Live events: what changed, told to every page that listens, and the number that counts it. */
@NullMarked
package app.yarrowmark.server.events;

import org.jspecify.annotations.NullMarked;
