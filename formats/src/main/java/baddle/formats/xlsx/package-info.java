/**
 * Workbooks of ISO/IEC 29500: {@link baddle.formats.xlsx.XlsxFile} reads them part by part, {@link
 * baddle.formats.xlsx.write.XlsxWriter} writes them. Must not import other formats.
 */
@NullMarked
package baddle.formats.xlsx;

import org.jspecify.annotations.NullMarked;
