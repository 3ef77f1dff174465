package baddle.core.crosstab;

import baddle.core.table.BlockBuilder;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Rows for tests of cross-tabs. */
final class SampleRows {

  static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("region", ColumnType.text()),
              new Column("site", ColumnType.text()),
              new Column("sold_on", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("amount", ColumnType.decimal(2)),
              new Column("units", ColumnType.of(ColumnType.Kind.INTEGER))));

  private SampleRows() {}

  /** A row; empty text and null are blank. */
  record Sale(
      String region, String site, LocalDate day, @Nullable Long cents, @Nullable Long units) {

    static Sale of(String site, String day, String amount) {
      return new Sale("", site, LocalDate.parse(day), Long.valueOf(amount), 1L);
    }
  }

  static void push(List<Sale> sales, BlockSink sink) throws IOException {
    BlockBuilder blocks = new BlockBuilder(SCHEMA, 16, sink);
    for (Sale sale : sales) {
      int row = blocks.row();
      set((TextBuilder) blocks.column(0), row, sale.region());
      set((TextBuilder) blocks.column(1), row, sale.site());
      ((LongBuilder) blocks.column(2)).set(row, sale.day().toEpochDay());
      set((LongBuilder) blocks.column(3), row, sale.cents());
      set((LongBuilder) blocks.column(4), row, sale.units());
      blocks.endRow(1);
    }
    blocks.flush();
  }

  private static void set(TextBuilder builder, int row, String text) {
    builder.set(row, text.toCharArray(), 0, text.length());
  }

  private static void set(LongBuilder builder, int row, @Nullable Long value) {
    if (value == null) {
      builder.blank(row);
    } else {
      builder.set(row, value);
    }
  }
}
