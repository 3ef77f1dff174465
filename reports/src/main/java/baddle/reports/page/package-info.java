/**
 * Cross-tabs as one page that its readers work with. Start at {@link
 * baddle.reports.page.PageReport}.
 */
@NullMarked
package baddle.reports.page;

import org.jspecify.annotations.NullMarked;
