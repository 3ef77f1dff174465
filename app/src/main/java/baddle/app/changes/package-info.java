/**
 * What lies in the feeds' folders, held against the files the store knows: new, changed, renamed,
 * gone, copies, and files that can't be read. Start at {@link baddle.app.changes.FileChanges}.
 */
@NullMarked
package baddle.app.changes;

import org.jspecify.annotations.NullMarked;
