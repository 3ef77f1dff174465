/** Writes the rows of a table into files of several formats, block by block. */
@NullMarked
package baddle.formats.rows;

import org.jspecify.annotations.NullMarked;
