/** What the columns of a dataset hold. Start at {@link baddle.app.columns.ColumnSurvey}. */
@NullMarked
package baddle.app.columns;

import org.jspecify.annotations.NullMarked;
