/**
 * What all forms of a finished cross-tab share; the forms are in packages below. Start at {@link
 * baddle.reports.CrosstabLayout}. May import {@code core} and {@code formats}; knows neither plan
 * nor store.
 */
@NullMarked
package baddle.reports;

import org.jspecify.annotations.NullMarked;
