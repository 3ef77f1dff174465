/** Rows and figures handed on: {@code export}, {@code extract}, {@code fill}, {@code amend}. */
@NullMarked
package baddle.cli.out;

import org.jspecify.annotations.NullMarked;
