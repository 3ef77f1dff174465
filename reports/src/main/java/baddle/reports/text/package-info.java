/** Cross-tabs and tables as text. Start at {@link baddle.reports.text.TextCrosstab}. */
@NullMarked
package baddle.reports.text;

import org.jspecify.annotations.NullMarked;
