/** Old binary workbooks (BIFF8). Start at {@code XlsFile}. */
@NullMarked
package baddle.formats.xls;

import org.jspecify.annotations.NullMarked;
