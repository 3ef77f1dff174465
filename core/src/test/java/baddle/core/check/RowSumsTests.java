package baddle.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** An overview among its details. */
class RowSumsTests {

  /** Sources such as {@code 4:35,7}: their rows and the sums of their columns. */
  private static List<RowSums> sources(String text) {
    List<RowSums> sources = new ArrayList<>();
    for (String one : text.split(" +")) {
      String[] parts = one.split("[:/]");
      Map<String, BigDecimal> sums = new LinkedHashMap<>();
      for (int i = 1; i < parts.length; i++) {
        sums.put("column " + i, new BigDecimal(parts[i]));
      }
      sources.add(new RowSums(Long.parseLong(parts[0]), sums));
    }
    return sources;
  }

  @ParameterizedTest
  @CsvSource({
    "4:35 2:35, 1, ",
    "2:35 4:35, 0, ",
    "4:35 4:35, , ",
    "3:10.50 3:20.25 2:30.75, 2, ",
    "3:10.50/7 3:20.25/8 2:30.75/15, 2, ",
    "3:10.50/7 3:20.25/8 2:30.75/16, , ",
    "9:1234.50 8:77.10 2:1234.50, 2, 0",
    "9:123 8:77.10 2:123, , ",
    "2:1234.50 8:77.10 2:1234.50, , ",
    "3:0 2:0 1:0, , ",
    "3:5, , ",
  })
  void is_found_by_its_sums_and_by_having_fewer_rows(
      String sources, Integer summary, Integer other) {
    assertThat(RowSums.find(sources(sources)))
        .isEqualTo(
            Optional.ofNullable(summary)
                .map(
                    found ->
                        new RowSums.Summed(
                            found, other == null ? OptionalInt.empty() : OptionalInt.of(other))));
  }
}
