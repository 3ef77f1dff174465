/** What is inside a file, without a plan. Start at {@code FileProfiler}. */
@NullMarked
package baddle.app.look;

import org.jspecify.annotations.NullMarked;
