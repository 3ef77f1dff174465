/** Results that are kept until something changes that they depend on. */
@NullMarked
package baddle.app.kept;

import org.jspecify.annotations.NullMarked;
