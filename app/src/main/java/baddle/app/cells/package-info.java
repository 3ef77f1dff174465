/**
 * What the rows of each stored part come to in a cross-tab, kept beside the store, so that only
 * rows that are new are gone over.
 */
@NullMarked
package baddle.app.cells;

import org.jspecify.annotations.NullMarked;
