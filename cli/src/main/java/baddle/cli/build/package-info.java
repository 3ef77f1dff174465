/** The dataset built: {@code run}, {@code consolidate}, {@code watch}, {@code demo}. */
@NullMarked
package baddle.cli.build;

import org.jspecify.annotations.NullMarked;
