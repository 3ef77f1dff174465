/**
 * Folders as people have them, made from a truth, and what a drafted plan makes of each. Start at
 * {@code Corpus} and {@code Drafts}.
 */
@NullMarked
package baddle.bench.drafts;

import org.jspecify.annotations.NullMarked;
