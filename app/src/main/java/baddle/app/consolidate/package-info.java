/**
 * Brings new and changed sources into the dataset as one batch. Start at {@link
 * baddle.app.consolidate.Consolidation}.
 */
@NullMarked
package baddle.app.consolidate;

import org.jspecify.annotations.NullMarked;
