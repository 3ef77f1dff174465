/** What the store's catalogue knows of files, sources and rows, one record each. */
@NullMarked
package baddle.store.entry;

import org.jspecify.annotations.NullMarked;
