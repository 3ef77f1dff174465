/**
 * Says whether the figures can be trusted: completeness, control totals, coverage of periods,
 * lookups, duplicates, suspense, unusual figures. Start at {@link baddle.app.check.ProjectCheck}.
 */
@NullMarked
package baddle.app.check;

import org.jspecify.annotations.NullMarked;
