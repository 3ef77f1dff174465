/** Databases and their tables, as a plan names them. */
@NullMarked
package baddle.plan.database;

import org.jspecify.annotations.NullMarked;
