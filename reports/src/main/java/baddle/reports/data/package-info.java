/** Cross-tabs for other programs: CSV and JSON. */
@NullMarked
package baddle.reports.data;

import org.jspecify.annotations.NullMarked;
