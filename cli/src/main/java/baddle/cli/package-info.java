/**
 * Arguments into options, options into use cases, results onto the terminal. Start at {@link
 * baddle.cli.Program}. May import {@code app}, {@code plan}, {@code reports} and {@code core};
 * nothing imports it.
 */
@NullMarked
package baddle.cli;

import org.jspecify.annotations.NullMarked;
