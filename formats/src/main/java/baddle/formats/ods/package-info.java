/** Workbooks of ISO/IEC 26300. Start at {@code OdsFile}. */
@NullMarked
package baddle.formats.ods;

import org.jspecify.annotations.NullMarked;
