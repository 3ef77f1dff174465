/**
 * From a specification ({@code crosstab.spec}) and blocks to a cross-tab. Start at {@link
 * baddle.core.crosstab.CrosstabBuilder}. May import {@code finding}, {@code calendar}, {@code
 * value}, {@code table} and {@code expression}.
 */
@NullMarked
package baddle.core.crosstab;

import org.jspecify.annotations.NullMarked;
