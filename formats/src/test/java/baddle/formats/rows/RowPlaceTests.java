package baddle.formats.rows;

import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A row that a workbook can't hold is named with the file it came from. */
class RowPlaceTests {

  private static final Column NOTE = new Column("note", ColumnType.text());
  private static final String LONG = "x".repeat(40_000);

  private static void push(Schema schema, RowsWriter writer, String note, String sheet)
      throws IOException {
    BlockBuilder block = new BlockBuilder(schema, 16, writer);
    for (String text : List.of("short", note)) {
      for (int column = 0; column < schema.size(); column++) {
        String name = schema.column(column).name();
        if (name.equals(Origin.SOURCE_ROW.name())) {
          ((LongBuilder) block.column(column)).set(block.row(), 11 + block.row());
        } else {
          String value = name.equals("note") ? text : name.endsWith("sheet") ? sheet : "in/a.csv";
          set(block, column, value);
        }
      }
      block.endRow(1);
    }
    block.flush();
  }

  private static void set(BlockBuilder block, int column, String text) {
    if (text.isEmpty()) {
      block.column(column).blank(block.row());
    } else {
      ((TextBuilder) block.column(column)).set(block.row(), text.toCharArray(), 0, text.length());
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "false | '' | row 2 of the rows, note",
        "true | '' | row 2 of the rows, note, from in/a.csv, row 12",
        "true | May | row 2 of the rows, note, from in/a.csv, sheet May, row 12",
      })
  void it_says_where_the_row_came_from(boolean origin, String sheet, String place)
      throws Exception {
    Schema schema =
        new Schema(
            origin
                ? Stream.of(NOTE, Origin.SOURCE_FILE, Origin.SOURCE_SHEET, Origin.SOURCE_ROW)
                    .toList()
                : List.of(NOTE));
    String message =
        place + ": a text of 40000 characters; a workbook's cell holds 32767; write a .csv file";
    try (RowsWriter xlsx =
            new XlsxRows(OutputStream.nullOutputStream(), schema, "rows", 2, List.of());
        RowsWriter ods = new OdsRows(OutputStream.nullOutputStream(), schema, "rows")) {
      for (RowsWriter writer : List.of(xlsx, ods)) {
        assertThatThrownBy(() -> push(schema, writer, LONG, sheet)).hasMessage(message);
      }
    }
  }
}
