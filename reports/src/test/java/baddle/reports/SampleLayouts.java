package baddle.reports;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.NumberStyle;
import baddle.core.crosstab.spec.Totals;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.AxisItem;
import baddle.core.expression.MeasureExpression;
import baddle.core.table.BlockBuilder;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Cross-tabs of a few rows. */
public final class SampleLayouts {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("region", ColumnType.text()),
              new Column("site", ColumnType.text()),
              new Column("sold_on", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("amount", ColumnType.decimal(2))));

  private static final String[] ROWS = {
    "north Alder 2026-02-01 1234567.10",
    "north Birch 2026-02-01 0.05",
    "north Birch 2026-10-01 -0.001",
    "south Copse 2026-02-11 20.00",
  };

  /** Revenue of regions and sites by month. */
  public static CrosstabLayout byMonth() throws IOException {
    return layout(
        List.of("region", "site"),
        List.of("sold_on by month"),
        "-",
        measure("Revenue", "sum(amount)", ""));
  }

  /** The rows by some levels, with all totals. */
  public static CrosstabLayout layout(
      List<String> down, List<String> across, String blanks, Measure... measures)
      throws IOException {
    return layout(down, across, blanks, Totals.both(), measures);
  }

  /** The rows by some levels, with certain totals. */
  public static CrosstabLayout layout(
      List<String> down, List<String> across, String blanks, Totals totals, Measure... measures)
      throws IOException {
    return of(List.of(ROWS), down, across, blanks, totals, measures);
  }

  /**
   * Other rows.
   *
   * @param rows region, site, day and amount of each, with one blank between; a region or site of
   *     {@code ~} is blank
   */
  public static CrosstabLayout of(
      List<String> rows,
      List<String> down,
      List<String> across,
      String blanks,
      Totals totals,
      Measure... measures)
      throws IOException {
    return of(rows, down, across, blanks, totals, CrosstabSpec.MeasurePlace.INNERMOST, measures);
  }

  /** The same with the measures at a place of their own. */
  public static CrosstabLayout of(
      List<String> rows,
      List<String> down,
      List<String> across,
      String blanks,
      Totals totals,
      CrosstabSpec.MeasurePlace place,
      Measure... measures)
      throws IOException {
    CrosstabSpec spec =
        new CrosstabSpec(
            "revenue",
            down.stream().map(AxisItem::parse).map(Level::of).toList(),
            across.stream().map(AxisItem::parse).map(Level::of).toList(),
            List.of(measures),
            place,
            totals,
            blanks,
            Optional.empty(),
            Optional.empty(),
            Locale.ROOT);
    CrosstabBuilder builder = new CrosstabBuilder(spec, SCHEMA, Calendar.standard());
    push(rows, builder);
    return new CrosstabLayout(builder.build());
  }

  /** The rows of the others, as a table of some summaries. */
  public static RowTable table(String... summaries) {
    return new Rows(List.of(summaries));
  }

  private record Rows(List<String> summaries) implements RowTable {

    @Override
    public String name() {
      return "sales";
    }

    @Override
    public Schema schema() {
      return SCHEMA;
    }

    @Override
    public long rows() {
      return ROWS.length;
    }

    @Override
    public Map<List<String>, Span> spans(String summary) {
      return Map.of(
          List.of(), new Span(0, 4),
          List.of("north"), new Span(0, 3),
          List.of("north", "Alder"), new Span(0, 1),
          List.of("north", "Birch"), new Span(1, 2),
          List.of("south"), new Span(3, 1));
    }

    @Override
    public void scan(BlockSink sink) throws IOException {
      push(List.of(ROWS), sink);
    }
  }

  private static void push(List<String> rows, BlockSink sink) throws IOException {
    BlockBuilder blocks = new BlockBuilder(SCHEMA, 64, sink);
    for (String line : rows) {
      String[] cells = line.split(" ");
      for (int i = 0; i < 2; i++) {
        TextBuilder text = (TextBuilder) blocks.column(i);
        if (cells[i].equals("~")) {
          text.blank(blocks.row());
        } else {
          text.set(blocks.row(), cells[i].toCharArray(), 0, cells[i].length());
        }
      }
      ((LongBuilder) blocks.column(2)).set(blocks.row(), LocalDate.parse(cells[2]).toEpochDay());
      ((LongBuilder) blocks.column(3))
          .set(blocks.row(), new BigDecimal(cells[3]).movePointRight(2).longValue());
      blocks.endRow(1);
      if (blocks.room() == 0) {
        blocks.flush();
      }
    }
    blocks.flush();
  }

  /** A measure with a pattern of numbers, or none. */
  public static Measure measure(String name, String call, String pattern) {
    NumberStyle style =
        new NumberStyle(
            pattern.isEmpty() ? Optional.empty() : Optional.of(pattern),
            NumberStyle.Unit.ONES,
            Optional.empty(),
            NumberStyle.Sign.ARROW);
    return new Measure(name, MeasureExpression.parse(call), "", Map.of(), View.PLAIN, style);
  }

  private SampleLayouts() {}
}
