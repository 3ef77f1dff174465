/**
 * The way back from a figure to its rows, and from a row to what became of it. Start at {@link
 * baddle.app.trace.FigureTrace} and {@link baddle.app.trace.RowTrace}.
 */
@NullMarked
package baddle.app.trace;

import org.jspecify.annotations.NullMarked;
