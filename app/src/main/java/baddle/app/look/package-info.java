/** What is inside a file, without a plan. Start at {@code Looking}. */
@NullMarked
package baddle.app.look;

import org.jspecify.annotations.NullMarked;
