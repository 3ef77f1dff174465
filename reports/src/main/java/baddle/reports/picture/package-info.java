/** Charts as pictures. Start at {@link baddle.reports.picture.PlottedChart}. */
@NullMarked
package baddle.reports.picture;

import org.jspecify.annotations.NullMarked;
