/**
 * The dataset on disk: one SQLite file with a catalogue that any SQL tool can read and the rows as
 * compressed column blocks. Start at {@link baddle.store.Store}. May import {@code core} only;
 * knows neither plan nor formats.
 */
@NullMarked
package baddle.store;

import org.jspecify.annotations.NullMarked;
