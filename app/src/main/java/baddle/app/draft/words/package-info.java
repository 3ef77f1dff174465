/** What headings and names of files are made of, told apart from how they are written. */
@NullMarked
package baddle.app.draft.words;

import org.jspecify.annotations.NullMarked;
