package baddle.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.LongRange;
import net.jqwik.api.constraints.Scale;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ValueReaderTests {

  private static Fit read(ValueReader reader, String text) {
    return reader.read(text.toCharArray(), 0, text.length());
  }

  private static ValueReader decimal(int places) {
    return ValueReader.of(ColumnType.decimal(places));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "12 | 1200",
        "'''1,234.50' | 123450",
        "-0.5 | -50",
        "+7.10 | 710",
        "\u22123.25 | -325",
        ".5 | 50",
        "5. | 500",
        "12.5000 | 1250",
        "1,234.50 | 123450",
        "1,234,567 | 123456700",
        "-1,234,567.89 | -123456789",
        "9999999999999999.99 | 999999999999999999",
      })
  void reads_numbers_exactly(String text, long cents) {
    ValueReader reader = decimal(2);

    assertThat(read(reader, text)).isEqualTo(Fit.FITS);
    assertThat(reader.value()).isEqualTo(cents);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "abc | NOT_A_NUMBER",
        "- | LONE_DASH",
        ". | NOT_A_NUMBER",
        "1.2.3 | NOT_A_NUMBER",
        "12 50 | NOT_A_NUMBER",
        "1 234 50 | NOT_A_NUMBER",
        "(12 | NOT_A_NUMBER",
        "(-12) | NOT_A_NUMBER",
        "1.234.56 | NOT_A_NUMBER",
        "12abc | NOT_A_NUMBER",
        "FOX100 | NOT_A_NUMBER",
        "100ABC | NOT_A_NUMBER",
        "5E | NOT_A_NUMBER",
        "1.234,5 | OTHER_MARK_COMMA",
        "1,23,456 | NOT_A_NUMBER",
        ",5 | OTHER_MARK_COMMA",
        "12,50 | OTHER_MARK_COMMA",
        "0.005 | TOO_MANY_PLACES",
        "99999999999999999.99 | TOO_LARGE",
        "12345678901234567890 | TOO_LARGE",
      })
  void says_why_a_number_does_not_fit(String text, Fit expected) {
    assertThat(read(decimal(2), text)).isEqualTo(expected);
  }

  @ParameterizedTest
  @CsvSource({
    "0.30000000000000004, 1, 3, FITS",
    "1.1499999999999999, 2, 115, FITS",
    "12.345, 2, 0, TOO_MANY_PLACES",
    "1E3, 2, 100000, FITS",
    "4.35E-1, 3, 435, FITS",
    "-2.5, 2, -250, FITS",
    "1E30, 0, 0, TOO_LARGE",
    "1E-30, 2, 0, TOO_MANY_PLACES",
    "1E2147483647, 2, 0, NOT_A_NUMBER",
    "1E-2147483647, 2, 0, NOT_A_NUMBER",
    "1E999999999, 2, 0, NOT_A_NUMBER",
    "1E308, 2, 0, TOO_LARGE",
    "0E10, 2, 0, FITS",
    "123456789012345678, 0, 123456789012345678, FITS",
  })
  void takes_of_a_stored_number_what_a_person_sees(
      String text, int places, long unscaled, Fit expected) {
    ValueReader reader = decimal(places);

    assertThat(reader.readStoredNumber(text.toCharArray(), 0, text.length())).isEqualTo(expected);
    if (expected == Fit.FITS) {
      assertThat(reader.value()).isEqualTo(unscaled);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "1E999999999, 1E999999999",
    "1E-2147483647, 1E-2147483647",
    "1E3, 1000",
    "0.30000000000000004, 0.3",
  })
  void a_stored_number_is_text_of_a_length_that_a_person_can_read(String stored, String text) {
    assertThat(StoredNumber.asText(stored.toCharArray(), 0, stored.length())).isEqualTo(text);
  }

  @Property
  void reads_back_every_decimal_it_can_hold(
      @ForAll @BigRange(min = "-99999999999999", max = "99999999999999") @Scale(4)
          BigDecimal number) {
    ValueReader reader = decimal(4);

    assertThat(read(reader, number.toPlainString())).isEqualTo(Fit.FITS);
    assertThat(BigDecimal.valueOf(reader.value(), 4)).isEqualByComparingTo(number);
  }

  @Property
  void groups_only_the_digits_before_the_decimal_mark(
      @ForAll("groupMarks") char group,
      @ForAll @IntRange(min = 1, max = 9999) int whole,
      @ForAll @IntRange(min = 1, max = 6) int before,
      @ForAll @IntRange(min = 1, max = 6) int after) {
    String text = whole + "." + "1".repeat(before) + group + "0".repeat(after);

    assertThat(read(decimal(12), text)).isEqualTo(Fit.NOT_A_NUMBER);
    assertThat(read(decimal(12), text.replace('.', ','))).isEqualTo(Fit.NOT_A_NUMBER);
  }

  @Provide
  Arbitrary<Character> groupMarks() {
    return Arbitraries.of(' ', '\u00a0', '\u2009', '\u202f', '\'', '\u2019');
  }

  @Property
  void reads_back_every_day(@ForAll @LongRange(min = -719_162, max = 2_932_896) long day) {
    ValueReader reader = ValueReader.of(ColumnType.of(ColumnType.Kind.DATE));

    assertThat(read(reader, LocalDate.ofEpochDay(day).toString())).isEqualTo(Fit.FITS);
    assertThat(reader.value()).isEqualTo(day);
  }

  @Property
  void accepts_only_days_that_exist(
      @ForAll @IntRange(min = 1890, max = 2110) int year,
      @ForAll @IntRange(max = 14) int month,
      @ForAll @IntRange(max = 33) int day) {
    String text = String.format(java.util.Locale.ROOT, "%04d-%02d-%02d", year, month, day);
    ValueReader reader = ValueReader.of(ColumnType.of(ColumnType.Kind.DATE));

    assertThat(read(reader, text) == Fit.FITS).isEqualTo(exists(text));
  }

  private static boolean exists(String date) {
    try {
      LocalDate.parse(date);
      return true;
    } catch (java.time.DateTimeException e) {
      return false;
    }
  }

  @ParameterizedTest
  @CsvSource({
    "2026-03-14T00:00:00, FITS",
    "2024-13-02, NO_SUCH_DAY",
    "2024-02-30, NO_SUCH_DAY",
    "2024-45-02, NOT_A_DATE",
    "Sat 14.03.2026, FITS",
    "'Saturday, 14 March 2026', FITS",
    "'sat., 2026-03-14', FITS",
    "'''14.03.2026', FITS",
    "Invoice 14.03.2026, NOT_A_DATE",
    "Saturday, NOT_A_DATE",
    "2026/03/14, FITS",
    "2026-03-14 09:30, FITS",
    "14.03.2026, FITS",
    "14/03-2026, FITS",
    "03/14/2026, OTHER_ORDER_MONTH",
    "2026-3-14, FITS",
    "31.02.2026, NO_SUCH_DAY",
    "14 Brumaire 2026, NOT_A_DATE",
    "2026-03-14T25:00, NOT_A_DATE",
    "2026-03-14Z, NOT_A_DATE",
    "20261314, NOT_A_DATE",
    "46095, NOT_A_DATE",
  })
  void tells_dates_from_other_things(String text, Fit expected) {
    assertThat(read(ValueReader.of(ColumnType.of(ColumnType.Kind.DATE)), text)).isEqualTo(expected);
  }

  @ParameterizedTest
  @CsvSource({
    "2026-03-14 09:30, 2026-03-14T09:30",
    "2026-03-14T09:30:15.25, 2026-03-14T09:30:15.250",
    "2026-03-14, 2026-03-14T00:00",
    "2026-03-14T09:30Z, 2026-03-14T09:30",
    "2026-03-14T09:30+02:00, 2026-03-14T07:30",
    "14 March 2026 9:30 pm, 2026-03-14T21:30",
    "14.03.26 12:05:01 AM, 2026-03-14T00:05:01",
    "1969-12-31T23:59:59.999999, 1969-12-31T23:59:59.999999",
  })
  void reads_timestamps_to_the_microsecond(String text, LocalDateTime expected) {
    ValueReader reader = ValueReader.of(ColumnType.of(ColumnType.Kind.TIMESTAMP));

    assertThat(read(reader, text)).isEqualTo(Fit.FITS);
    assertThat(reader.value())
        .isEqualTo(ChronoUnit.MICROS.between(LocalDateTime.of(1970, 1, 1, 0, 0), expected));
  }

  @ParameterizedTest
  @CsvSource({
    "Yes, 1",
    "TRUE, 1",
    "on, 1",
    "T, 1",
    "1, 1",
    "y, 1",
    "no, 0",
    "False, 0",
    "Off, 0",
    "0, 0",
    "N, 0"
  })
  void reads_truth_values_in_any_case(String text, long expected) {
    ValueReader reader = ValueReader.of(ColumnType.of(ColumnType.Kind.BOOLEAN));

    assertThat(read(reader, text)).isEqualTo(Fit.FITS);
    assertThat(reader.value()).isEqualTo(expected);
    assertThat(read(reader, "maybe")).isEqualTo(Fit.NOT_A_BOOLEAN);
  }

  @ParameterizedTest
  @CsvSource({
    "NOT_A_NUMBER, INTEGER, 'a whole number, such as 12'",
    "NOT_A_NUMBER, DECIMAL, 'a number, such as 1234.50'",
    "TOO_MANY_PLACES, DECIMAL, a number with at most 0 decimal places",
    "BLANK, TEXT, 'a value, for the column is required'",
    "ERROR_CELL, TEXT, 'a value, not an error cell'",
  })
  void says_what_was_expected(Fit fit, ColumnType.Kind kind, String expected) {
    assertThat(fit.expectation(ColumnType.of(kind))).isEqualTo(expected);
  }
}
