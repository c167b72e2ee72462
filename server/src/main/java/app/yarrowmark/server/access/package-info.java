/** Who may do what: accounts with sessions for people, bearer tokens for devices and scripts. */
@NullMarked
package app.yarrowmark.server.access;

import org.jspecify.annotations.NullMarked;
