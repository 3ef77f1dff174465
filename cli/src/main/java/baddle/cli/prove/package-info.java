/** Figures proved: {@code check}, {@code compare}, {@code trace}, {@code columns}. */
@NullMarked
package baddle.cli.prove;

import org.jspecify.annotations.NullMarked;
