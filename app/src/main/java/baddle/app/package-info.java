/**
 * A project on disk and what its use cases share. Start at {@link baddle.app.Project}. The use
 * cases are in packages of their own; none of them knows the console.
 */
@NullMarked
package baddle.app;

import org.jspecify.annotations.NullMarked;
