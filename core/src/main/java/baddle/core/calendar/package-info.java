/**
 * Days, periods and grains of calendars, and how periods and months are written. Start at {@link
 * baddle.core.calendar.Calendar}.
 */
@NullMarked
package baddle.core.calendar;

import org.jspecify.annotations.NullMarked;
