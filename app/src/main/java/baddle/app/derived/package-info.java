/**
 * Columns that are derived from stored rows: calculations, lookups, and which of several rows with
 * one key counts. Start at {@link baddle.app.derived.Derived}.
 */
@NullMarked
package baddle.app.derived;

import org.jspecify.annotations.NullMarked;
