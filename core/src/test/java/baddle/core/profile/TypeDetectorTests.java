package baddle.core.profile;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TypeDetectorTests {

  @ParameterizedTest
  @CsvSource({
    "1 20 -3, integer",
    "1 2.50 1000000000.125, decimal(3)",
    "00117 00118 12, text",
    "0.5 0 10, decimal(1)",
    "2026-03-01 2026-03-02, date",
    "2026-03-01T10:00 2026-03-02T11:00, timestamp",
    "1 2 3 4 5 6 7 8 9 n/a, integer",
    "1 2 n/a, text",
    "'1,5 2,25 3', decimal(2)",
    "14.03.2026 01.02.2026, date",
    "yes no yes, boolean",
    "12345678901234567890 1, text",
    "'', text",
  })
  void tells_a_columns_type_by_most_of_its_values(String values, String type) throws IOException {
    Schema schema = new Schema(List.of(new Column("c", ColumnType.text())));
    TypeDetector detector = new TypeDetector();
    BlockBuilder blocks = new BlockBuilder(schema, 4, detector);
    for (String value : values.split(" ")) {
      ((TextBuilder) blocks.column(0)).set(blocks.row(), value.toCharArray(), 0, value.length());
      blocks.endRow(1);
    }
    blocks.flush();

    assertThat(detector.type(0)).hasToString(type);
  }
}
