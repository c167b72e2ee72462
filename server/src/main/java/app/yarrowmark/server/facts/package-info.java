/** The fact dictionary: what we ship and what a desk adds. */
@NullMarked
package app.yarrowmark.server.facts;

import org.jspecify.annotations.NullMarked;
