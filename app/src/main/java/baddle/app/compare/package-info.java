/**
 * What moved between two batches or two periods, and which sources caused it. Start at {@link
 * baddle.app.compare.SummaryComparison}.
 */
@NullMarked
package baddle.app.compare;

import org.jspecify.annotations.NullMarked;
