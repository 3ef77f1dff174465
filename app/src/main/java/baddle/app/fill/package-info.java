/** Figures put into workbooks that somebody keeps, and chosen cells changed in copies. */
@NullMarked
package baddle.app.fill;

import org.jspecify.annotations.NullMarked;
