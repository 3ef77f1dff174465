/**
 * Opens any file as a grid, telling its kind by its content. Start at {@link
 * baddle.formats.Formats}. May import the packages of single formats below it, and {@code core}.
 */
@NullMarked
package baddle.formats;

import org.jspecify.annotations.NullMarked;
