/** Tables of pages that are sent as workbooks. Start at {@code HtmlFile}. */
@NullMarked
package baddle.formats.html;

import org.jspecify.annotations.NullMarked;
