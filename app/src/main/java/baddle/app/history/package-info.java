/** The batches of a project, and what each brought. Start at {@link baddle.app.history.History}. */
@NullMarked
package baddle.app.history;

import org.jspecify.annotations.NullMarked;
