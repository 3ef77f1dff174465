/** Chosen cells changed, in copies of workbooks. */
@NullMarked
package baddle.app.amend;

import org.jspecify.annotations.NullMarked;
