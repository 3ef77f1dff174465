package baddle.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Month;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FolderYearTests {

  @ParameterizedTest
  @CsvSource({
    "fy2024-25, April, APRIL, 2024-04",
    "fy2024-25, Mar, APRIL, 2025-03",
    "FY 2024/2025, sales March, APRIL, 2025-03",
    "2024_25, July, JULY, 2024-07",
    "2024_25, June, JULY, 2025-06",
    "1999-00, Jan, APRIL, 2000-01",
    "Sales 2025, December, APRIL, 2025-12",
    "2024-27, April, APRIL, -",
    "old, April, APRIL, -",
    "fy2024-25, totals, APRIL, -",
    "20245, April, APRIL, -",
  })
  void a_month_is_of_the_year_of_its_folder(
      String folder, String name, Month starts, String period) {
    assertThat(
            FolderYear.of(folder, name, PeriodText.english(), starts)
                .map(Object::toString)
                .orElse("-"))
        .isEqualTo(period);
  }
}
