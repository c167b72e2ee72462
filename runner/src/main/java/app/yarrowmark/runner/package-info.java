/** The native runner: reads the setup, measures in processes of its own, shows how far it is, and sends or saves runs. */
@NullMarked
package app.yarrowmark.runner;

import org.jspecify.annotations.NullMarked;
