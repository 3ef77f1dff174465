package baddle.core.grid;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CellRangeTests {

  @ParameterizedTest
  @CsvSource({
    "B4:H120, B4:H120",
    "b4:h, B4:H",
    "$C$4, C4",
    "A1:A1, A1",
    "AA10:XFD20, AA10:XFD20",
  })
  void reads_ranges_as_people_write_them(String text, String expected) {
    assertThat(CellRange.parse(text).orElseThrow()).hasToString(expected);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "4", "B", "B0", "B4:", "H4:B9", "B9:H4", "B4:2", "ABCD1", "B4:H9:K1"})
  void refuses_what_is_no_range(String text) {
    assertThat(CellRange.parse(text)).isEmpty();
  }

  @Property
  void letters_of_a_column_lead_back_to_it(
      @ForAll @IntRange(max = 16_383) int column,
      @ForAll @IntRange(min = 1, max = 1_048_576) int row) {
    CellRange cell = CellRange.parse(CellRange.letters(column) + row).orElseThrow();

    assertThat(cell).isEqualTo(new CellRange(row, row, column, column + 1));
  }
}
