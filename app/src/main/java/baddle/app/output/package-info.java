/**
 * Files that are written: moved into their place whole, listed, and never read as sources. Start at
 * {@link baddle.app.output.OutputFile}.
 */
@NullMarked
package baddle.app.output;

import org.jspecify.annotations.NullMarked;
