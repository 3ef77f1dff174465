/** What came: {@code look} and {@code draft}. */
@NullMarked
package baddle.cli.look;

import org.jspecify.annotations.NullMarked;
