/**
 * What belongs to closed periods and stays as it was closed. Start at {@link
 * baddle.app.closed.ClosedSources}.
 */
@NullMarked
package baddle.app.closed;

import org.jspecify.annotations.NullMarked;
