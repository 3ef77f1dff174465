/** Batches and periods kept: {@code history}, {@code close}, {@code reopen}, {@code shrink}. */
@NullMarked
package baddle.cli.keep;

import org.jspecify.annotations.NullMarked;
