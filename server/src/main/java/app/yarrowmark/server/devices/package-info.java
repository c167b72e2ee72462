/** The devices' side: pairing by code, their sitting, facts and progress, and the runner to download. */
@NullMarked
package app.yarrowmark.server.devices;

import org.jspecify.annotations.NullMarked;
