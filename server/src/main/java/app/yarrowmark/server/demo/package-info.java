/** The demo desk, started beside this one for whoever wants to look at a full desk first. */
@NullMarked
package app.yarrowmark.server.demo;

import org.jspecify.annotations.NullMarked;
