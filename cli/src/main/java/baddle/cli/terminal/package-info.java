/** The standard streams as the program uses them, the line of progress, and the log. */
@NullMarked
package baddle.cli.terminal;

import org.jspecify.annotations.NullMarked;
