/**
 * What the sources of one part of the store come to while it is read: their periods, their dates,
 * rows that are late for a closed period. Start at {@link baddle.app.parts.PartSources}.
 */
@NullMarked
package baddle.app.parts;

import org.jspecify.annotations.NullMarked;
