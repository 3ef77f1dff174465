/** Cross-tabs as workbooks. Start at {@link baddle.reports.workbook.WorkbookReport}. */
@NullMarked
package baddle.reports.workbook;

import org.jspecify.annotations.NullMarked;
