/** The same run whenever files arrive. Start at {@link baddle.app.watch.FolderWatch}. */
@NullMarked
package baddle.app.watch;

import org.jspecify.annotations.NullMarked;
