/** How the characters of text files are encoded. Start at {@code TextCharset}. */
@NullMarked
package baddle.formats.text;

import org.jspecify.annotations.NullMarked;
