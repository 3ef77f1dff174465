package baddle.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.MonthNames;
import baddle.core.calendar.TwoDigitYears;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A date is taken apart as it was meant; where two meanings are possible it says so. */
class WrittenDateTests {

  private final WrittenDate written = new WrittenDate(MonthNames.english(), TwoDigitYears.STANDARD);

  private boolean read(String text, Convention convention) {
    return written.read(text.toCharArray(), 0, text.length(), convention);
  }

  @Property(tries = 500)
  void every_day_is_read_back_from_every_way_to_write_it(
      @ForAll @IntRange(min = 1950, max = 2049) int year, @ForAll @IntRange(max = 364) int day) {
    LocalDate date = LocalDate.ofYearDay(year, 1).plusDays(day);
    for (String pattern :
        new String[] {
          "dd/MM/yyyy",
          "d.M.yyyy",
          "dd-MM-yyyy",
          "d MMM yyyy",
          "d MMMM yyyy",
          "dd-MMM-yy",
          "EEE d MMM yyyy"
        }) {
      boolean shortYear = pattern.endsWith("-yy");
      if (shortYear && date.getYear() < 1970) {
        continue;
      }
      String text = date.format(DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH));
      assertThat(read(text, Convention.DAY_FIRST)).as(text).isTrue();
      assertThat(written.epochDay()).as(text).isEqualTo(date.toEpochDay());
    }
    for (String pattern : new String[] {"MM/dd/yyyy", "M-d-yyyy", "MMM d, yyyy", "MMMM d yyyy"}) {
      String text = date.format(DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH));
      assertThat(read(text, Convention.MONTH_FIRST)).as(text).isTrue();
      assertThat(written.epochDay()).as(text).isEqualTo(date.toEpochDay());
    }
    for (String pattern : new String[] {"yyyy/MM/dd", "yyyy.MM.dd", "yyyyMMdd"}) {
      String text = date.format(DateTimeFormatter.ofPattern(pattern, Locale.ENGLISH));
      assertThat(read(text, Convention.DAY_FIRST)).as(text).isTrue();
      assertThat(written.epochDay()).as(text).isEqualTo(date.toEpochDay());
    }
  }

  @Property(tries = 200)
  void two_small_numbers_could_be_either_and_a_large_one_shows_which(
      @ForAll @IntRange(min = 1, max = 12) int first,
      @ForAll @IntRange(min = 1, max = 12) int second,
      @ForAll @IntRange(min = 13, max = 28) int large) {
    assertThat(read(first + "/" + second + "/2026", Convention.DAY_FIRST)).isTrue();
    assertThat(written.isEither()).isEqualTo(first != second);
    assertThat(read(large + "/" + first + "/2026", Convention.MONTH_FIRST)).isTrue();
    assertThat(written.shown()).isEqualTo(Convention.DAY_FIRST);
    assertThat(read(first + "/" + large + "/2026", Convention.DAY_FIRST)).isTrue();
    assertThat(written.shown()).isEqualTo(Convention.MONTH_FIRST);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "14 Mar 2026 09:30 | 2026-03-14 | 34200",
        "14/03/2026 23:59:59 | 2026-03-14 | 86399",
        "14.03.2026 0:00 | 2026-03-14 | 0",
        "Saturday, 14 March 2026 | 2026-03-14 | 0",
      })
  void a_time_behind_it_is_kept(String text, LocalDate day, long seconds) {
    assertThat(read(text, Convention.DAY_FIRST)).as(text).isTrue();
    assertThat(written.epochDay()).isEqualTo(day.toEpochDay());
    assertThat(written.microsOfDay()).isEqualTo(seconds * 1_000_000);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "31/02/2026",
        "2026-13-01",
        "32 Mar 2026",
        "14 Foo 2026",
        "1/2",
        "14/03/2026 25:00",
        "14/03/2026x",
        "2026",
        "hello",
        "//",
        "0/1/2026"
      })
  void what_is_no_day_is_none(String text) {
    assertThat(read(text, Convention.DAY_FIRST)).as(text).isFalse();
  }
}
