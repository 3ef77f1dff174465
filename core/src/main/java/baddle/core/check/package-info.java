/**
 * What proves a dataset: rows with the same key, and values out of the usual. Start at {@link
 * baddle.core.check.KeyIndex} and {@link baddle.core.check.Unusual}. May import {@code finding},
 * {@code value} and {@code table}.
 */
@NullMarked
package baddle.core.check;

import org.jspecify.annotations.NullMarked;
