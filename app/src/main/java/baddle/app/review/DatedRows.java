package baddle.app.review;

import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.List;
import java.util.function.LongPredicate;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** The rows of a dataset that says which date a row is of, those of some days. */
public final class DatedRows {

  /** Takes rows. */
  @FunctionalInterface
  public interface Use {

    /**
     * Takes one.
     *
     * @param file its file
     * @param sheet its sheet; empty for none
     * @param day the date it is of
     * @param hash of what was read of it, shortened
     * @param amount what it is worth; zero where it is worth nothing
     */
    void row(String file, String sheet, long day, long hash, BigDecimal amount);
  }

  private final DatasetPlan dataset;
  private final String date;

  /** Of a dataset that has {@code dated_by}. */
  public DatedRows(DatasetPlan dataset) {
    this.dataset = dataset;
    this.date = dataset.datedBy().orElseThrow();
  }

  /** The columns of a dataset that are read, as far as stored rows have them. */
  public static List<String> hashed(DatasetPlan dataset, Schema stored) {
    return dataset.readSchema().columns().stream().filter(stored::has).map(Column::name).toList();
  }

  /**
   * Goes over rows that are in the dataset.
   *
   * @param hashed the columns that the hash is of
   */
  public void scan(
      DatasetReader reader,
      List<String> hashed,
      Predicate<String> files,
      LongPredicate days,
      Use use)
      throws IOException {
    scan(reader, hashed, days, use, (columns, sink) -> reader.scanFiles(columns, files, sink));
  }

  /**
   * Goes over rows that aren't in the dataset because another row has their key.
   *
   * @param hashed the columns that the hash is of
   */
  public void scanDuplicates(
      DatasetReader reader,
      List<String> hashed,
      Predicate<String> files,
      LongPredicate days,
      Use use)
      throws IOException {
    Use wanted =
        (file, sheet, day, hash, amount) -> {
          if (files.test(file)) {
            use.row(file, sheet, day, hash, amount);
          }
        };
    scan(
        reader,
        hashed,
        days,
        wanted,
        (columns, sink) ->
            reader.scanHidden(
                columns,
                (block, from, to) -> {
                  TextVector duplicate =
                      block.text(block.schema().indexOf(HiddenRows.DUPLICATE.name()).orElseThrow());
                  for (int row = from; row < to; row++) {
                    if (!duplicate.isBlank(row)) {
                      sink.accept(block, row, row + 1);
                    }
                  }
                }));
  }

  private void scan(
      DatasetReader reader, List<String> hashed, LongPredicate days, Use use, HashedRows.Scan scan)
      throws IOException {
    Schema stored = reader.schema();
    if (stored.indexOf(date).isEmpty()) {
      return;
    }
    List<String> more = List.of(Origin.SOURCE_FILE.name(), Origin.SOURCE_SHEET.name(), date);
    @Nullable Days[] last = new Days[1];
    HashedRows rows = new HashedRows(dataset, stored, hashed, more);
    rows.scan(
        scan,
        (block, row) -> {
          Days dates = last[0];
          if (dates == null || !dates.areOf(block)) {
            dates = new Days(block, date);
            last[0] = dates;
          }
          if (dates.isDated(row) && days.test(dates.day(row))) {
            use.row(
                text(block, hashed.size(), row),
                text(block, hashed.size() + 1, row),
                dates.day(row),
                rows.hash(row),
                rows.amount(block, row));
          }
        });
  }

  private static String text(Block block, int column, int row) {
    TextVector texts = block.text(column);
    return texts.isBlank(row) ? "" : texts.dictionary().text(texts.codes()[row]);
  }

  /** What the rows of a block are dated. */
  public static final class Days {

    private final Block block;
    private final LongVector vector;
    private final ColumnType type;

    /** By a column that the block has. */
    public Days(Block block, String column) {
      this.block = block;
      int index = block.schema().indexOf(column).orElseThrow();
      vector = block.numbers(index);
      type = block.schema().column(index).type();
    }

    private boolean areOf(Block other) {
      return block == other;
    }

    /** Whether a row has a date. */
    public boolean isDated(int row) {
      return !vector.isBlank(row);
    }

    /** The date of a row that has one, in days since 1970-01-01. */
    public long day(int row) {
      return type.epochDay(vector.values()[row]);
    }
  }
}
