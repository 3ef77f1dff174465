/**
 * What was found in the files of a folder, as far as a draft needs it. Start at {@code FolderScan}.
 */
@NullMarked
package baddle.app.draft.found;

import org.jspecify.annotations.NullMarked;
