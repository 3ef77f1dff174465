/**
 * From a grid to typed blocks: finds the heading row, aligns headings with the dataset's columns,
 * reads the values, holds rows that don't fit. Start at {@link baddle.core.intake.Intake}. May
 * import {@code finding}, {@code calendar}, {@code value}, {@code table}, {@code expression},
 * {@code grid} and {@code outcome}.
 */
@NullMarked
package baddle.core.intake;

import org.jspecify.annotations.NullMarked;
