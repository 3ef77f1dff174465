/** What pages show as lists, as tables that can be printed whole or written into files. */
@NullMarked
package baddle.app.lists;

import org.jspecify.annotations.NullMarked;
