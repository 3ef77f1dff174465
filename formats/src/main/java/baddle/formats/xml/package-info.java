/** Opens the XML parts of workbooks. Start at {@code Xml}. */
@NullMarked
package baddle.formats.xml;

import org.jspecify.annotations.NullMarked;
