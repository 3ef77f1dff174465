package baddle.app.lists;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.table.LongVector;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.Scale;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A list's numbers have a type that holds all of them exactly. */
class ListTableTests {

  private static ListTable of(List<String> numbers) {
    ListTable table = new ListTable("amounts", "name", "amount#");
    numbers.forEach(number -> table.add("x", number));
    return table;
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1,20,300 | integer",
        "1,2.5,'' | decimal(1)",
        "1,2.5,0.125 | decimal(3)",
        "'','' | integer",
        "999999999999999999 | integer",
        "1000000000000000000 | text",
        "99999999999999999.99 | text",
        "0.0000000000001 | text",
      })
  void the_type_of_numbers_is_the_narrowest_that_fits(String numbers, String type) {
    List<String> cells = new ArrayList<>();
    for (String number : numbers.split(",", -1)) {
      cells.add(number.equals("''") ? "" : number);
    }

    assertThat(of(cells).schema().column(1).type()).hasToString(type);
    assertThat(of(cells).schema().names()).containsExactly("name", "amount");
  }

  @Property
  void every_number_comes_back_as_it_was(
      @ForAll @Size(max = 30)
          List<@BigRange(min = "-99999999999", max = "99999999999") @Scale(3) BigDecimal> amounts)
      throws IOException {
    ListTable table = of(amounts.stream().map(BigDecimal::toPlainString).toList());
    int places = table.schema().column(1).type().places();
    List<BigDecimal> back = new ArrayList<>();
    table.scan(
        (block, from, to) -> {
          for (int row = from; row < to; row++) {
            long unscaled = ((LongVector) block.vector(1)).values()[row];
            back.add(BigDecimal.valueOf(unscaled, places));
          }
        });

    assertThat(table.count()).isEqualTo(amounts.size());
    assertThat(back).usingElementComparator(BigDecimal::compareTo).isEqualTo(amounts);
  }
}
