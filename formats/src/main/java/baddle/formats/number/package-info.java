/** What the numbers and number formats of workbooks mean. Start at {@code NumberFormats}. */
@NullMarked
package baddle.formats.number;

import org.jspecify.annotations.NullMarked;
