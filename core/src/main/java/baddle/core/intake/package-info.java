/**
 * From a grid to typed blocks: finds the heading row, aligns headings with the dataset's columns,
 * reads the values, holds rows that don't fit. Start at {@link baddle.core.intake.Intake}. May
 * import what stands below it: {@code finding}, {@code value}, {@code table}, {@code expression},
 * {@code grid}.
 */
@NullMarked
package baddle.core.intake;

import org.jspecify.annotations.NullMarked;
