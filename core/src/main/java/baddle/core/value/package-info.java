/**
 * Single values: column types, and readers that turn the characters of a cell into an exact {@code
 * long} (unscaled decimals, day numbers, microseconds). Start at {@link
 * baddle.core.value.ValueReader}. May import {@code calendar}.
 */
@NullMarked
package baddle.core.value;

import org.jspecify.annotations.NullMarked;
