/** A private MariaDB for tests: started with the test plan, removed after it. */
@NullMarked
package app.yarrowmark.testdb;

import org.jspecify.annotations.NullMarked;
