/** Tables found and described without a plan. Start at {@link baddle.core.profile.TableFinder}. */
@NullMarked
package baddle.core.profile;

import org.jspecify.annotations.NullMarked;
