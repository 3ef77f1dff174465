package baddle.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is read from bytes in a few steps is what reading the characters gives. */
class CommonShapeTests {

  private static final List<ColumnType> TYPES =
      List.of(
          ColumnType.of(ColumnType.Kind.INTEGER),
          ColumnType.decimal(1),
          ColumnType.decimal(2),
          ColumnType.decimal(3),
          ColumnType.decimal(5),
          ColumnType.of(ColumnType.Kind.DATE),
          ColumnType.of(ColumnType.Kind.TIMESTAMP),
          ColumnType.of(ColumnType.Kind.BOOLEAN));

  private static final List<ConventionChoice> NUMBERS =
      List.of(
          ConventionChoice.assumed(Convention.DECIMAL_POINT),
          ConventionChoice.known(Convention.DECIMAL_COMMA),
          ConventionChoice.undecidable(ColumnType.decimal(2)));

  private static final List<ConventionChoice> DATES =
      List.of(
          ConventionChoice.assumed(Convention.DAY_FIRST),
          ConventionChoice.known(Convention.MONTH_FIRST),
          ConventionChoice.undecidable(ColumnType.of(ColumnType.Kind.DATE)));

  private static ValueReader reader(ColumnType type, int conventionChoice) {
    ValueReader reader = ValueReader.of(type);
    if (reader.conventionChoice().isPresent()) {
      reader.understand((type.isCalendar() ? DATES : NUMBERS).get(conventionChoice));
    }
    return reader;
  }

  private static boolean readCommon(ValueReader reader, String text, int before) {
    String around = ",".repeat(before) + text + "9,9";
    byte[] bytes = around.getBytes(StandardCharsets.US_ASCII);
    return reader.readCommon(bytes, before, before + text.length());
  }

  private static String text(Random random) {
    StringBuilder text = new StringBuilder();
    switch (random.nextInt(4)) {
      case 0 -> {
        for (int i = random.nextInt(20); i >= 0; i--) {
          text.append("0123456789.,-/ +:eE%".charAt(random.nextInt(20)));
        }
      }
      case 1 -> {
        text.append(random.nextBoolean() ? "-" : "")
            .append(random.nextLong(1L << random.nextInt(62)));
        text.insert(random.nextInt(text.length() + 1), random.nextBoolean() ? "." : ",");
      }
      default -> {
        char mark = "-/.".charAt(random.nextInt(3));
        String year = String.valueOf(1000 + random.nextInt(9000));
        String month = String.format("%02d", random.nextInt(14));
        String day = String.format("%02d", random.nextInt(33));
        text.append(
            random.nextBoolean()
                ? year + mark + month + mark + day
                : day + mark + month + mark + year);
        if (random.nextInt(20) == 0) {
          text.setCharAt(random.nextInt(text.length()), ':');
        }
      }
    }
    return text.toString();
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void what_is_read_in_a_few_steps_is_what_all_steps_give(long seed) {
    Random random = new Random(seed);
    long common = 0;
    for (int round = 0; round < 60; round++) {
      ColumnType type = TYPES.get(random.nextInt(TYPES.size()));
      int conventionChoice = random.nextInt(3);
      ValueReader quick = reader(type, conventionChoice);
      ValueReader whole = reader(type, conventionChoice);
      for (int i = 0; i < 2_000; i++) {
        String text = text(random);
        boolean done = readCommon(quick, text, random.nextInt(12));
        if (done) {
          common++;
          assertThat(whole.read(text.toCharArray(), 0, text.length())).as(text).isEqualTo(Fit.FITS);
          assertThat(quick.value()).as(text).isEqualTo(whole.value());
        }
      }
      if (quick.conventionChoice().isPresent()) {
        assertThat(quick.evidence()).usingRecursiveComparison().isEqualTo(whole.evidence());
      }
    }
    assertThat(common).isGreaterThan(5_000);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "INTEGER | 0 | 7 | 7",
        "INTEGER | 0 | -1234567890123456 | -1234567890123456",
        "DECIMAL | 2 | 12.50 | 1250",
        "DECIMAL | 2 | 12.5 | 1250",
        "DECIMAL | 2 | -12 | -1200",
        "DECIMAL | 2 | 12345678901.25 | 1234567890125",
        "DECIMAL | 4 | 0.0625 | 625",
        "DATE | 0 | 2026-03-14 | 20526",
        "DATE | 0 | 2026/03/14 | 20526",
        "DATE | 0 | 14.03.2026 | 20526",
        "DATE | 0 | 14/03/2026 | 20526",
        "TIMESTAMP | 0 | 2026-03-14 | 1773446400000000",
      })
  void what_most_files_have_takes_a_few_steps(
      ColumnType.Kind kind, int places, String text, long value) {
    ColumnType type =
        kind == ColumnType.Kind.DECIMAL ? ColumnType.decimal(places) : ColumnType.of(kind);
    for (int before = 0; before < 10; before++) {
      ValueReader reader = reader(type, 0);

      assertThat(readCommon(reader, text, before)).isTrue();
      assertThat(reader.value()).isEqualTo(value);
    }
  }
}
