/**
 * Single values: column types, and readers that turn the characters of a cell into an exact {@code
 * long} (unscaled decimals, day numbers, microseconds), plus periods and the calendar. Start at
 * {@link baddle.core.value.ValueReader}. May import {@code finding}.
 */
@NullMarked
package baddle.core.value;

import org.jspecify.annotations.NullMarked;
