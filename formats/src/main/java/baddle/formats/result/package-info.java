/**
 * Results of queries kept as they were read: JSON lines (RFC 8259), compressed by Zstandard (RFC
 * 8878). The first line says what was asked and which columns there are, each other line is a row.
 * Begin at {@link baddle.formats.result.ResultWriter} and {@link baddle.formats.result.ResultFile}.
 */
@NullMarked
package baddle.formats.result;

import org.jspecify.annotations.NullMarked;
