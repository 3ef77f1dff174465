/**
 * What is asked of a cross-tab, before any row is read. Start at {@link
 * baddle.core.crosstab.spec.CrosstabSpec}.
 */
@NullMarked
package baddle.core.crosstab.spec;

import org.jspecify.annotations.NullMarked;
