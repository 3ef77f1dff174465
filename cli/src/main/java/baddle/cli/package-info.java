/**
 * Where the program starts, which command is meant, and help. Start at {@link baddle.cli.Program};
 * the commands are in packages below, by the work of a month. May import {@code app}, {@code plan},
 * {@code reports} and {@code core}; nothing imports it.
 */
@NullMarked
package baddle.cli;

import org.jspecify.annotations.NullMarked;
