/** Hands rows of the datasets over, as files for the next program. */
@NullMarked
package baddle.app.export;

import org.jspecify.annotations.NullMarked;
