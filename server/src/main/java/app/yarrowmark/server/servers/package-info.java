/** The servers that work on one database: which there are, and what they tell each other. */
@NullMarked
package app.yarrowmark.server.servers;

import org.jspecify.annotations.NullMarked;
