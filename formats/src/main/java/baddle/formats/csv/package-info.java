/**
 * Delimited text (RFC 4180): {@link baddle.formats.csv.DelimitedFile} reads, {@link
 * baddle.formats.csv.CsvRowWriter} writes. Must not import other formats.
 */
@NullMarked
package baddle.formats.csv;

import org.jspecify.annotations.NullMarked;
