/**
 * What commands share: options and arguments, statuses, findings and lists as output. Start at
 * {@link baddle.cli.options.CommandOptions}.
 */
@NullMarked
package baddle.cli.options;

import org.jspecify.annotations.NullMarked;
