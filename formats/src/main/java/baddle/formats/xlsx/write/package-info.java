/**
 * Workbooks written from nothing, with charts, pictures and pivot tables. Start at {@link
 * baddle.formats.xlsx.write.XlsxWriter}.
 */
@NullMarked
package baddle.formats.xlsx.write;

import org.jspecify.annotations.NullMarked;
