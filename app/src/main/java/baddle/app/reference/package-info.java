/**
 * The small files beside the feeds: lookups, corrections and lists of control totals. Start at
 * {@link baddle.app.reference.References}.
 */
@NullMarked
package baddle.app.reference;

import org.jspecify.annotations.NullMarked;
