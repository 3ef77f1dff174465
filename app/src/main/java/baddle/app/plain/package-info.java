/**
 * Files read without a plan: cross-tabs of them, and their rows stacked into one table. Start at
 * {@link baddle.app.plain.PlainTables}.
 */
@NullMarked
package baddle.app.plain;

import org.jspecify.annotations.NullMarked;
