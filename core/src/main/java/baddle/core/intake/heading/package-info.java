/** The row of headings of a table, and which column each heading is. */
@NullMarked
package baddle.core.intake.heading;

import org.jspecify.annotations.NullMarked;
