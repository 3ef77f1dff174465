/** The whole job of a period at once. Start at {@link baddle.app.run.Running}. */
@NullMarked
package baddle.app.run;

import org.jspecify.annotations.NullMarked;
