package baddle.app.export;

import baddle.core.finding.Listing;
import baddle.core.finding.Place;
import baddle.core.grid.CellRange;
import baddle.core.grid.CsvForm;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import baddle.core.intake.Intake;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.RowWatch;
import baddle.core.intake.ShapingRules;
import baddle.core.intake.SourceIntake;
import baddle.core.intake.WritingHints;
import baddle.core.outcome.HeldRow;
import baddle.core.outcome.MendedRows;
import baddle.core.table.BlockBuilder;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.core.value.Convention;
import baddle.core.value.ValueRules;
import baddle.formats.Formats;
import baddle.formats.csv.CsvRowWriter;
import baddle.formats.rows.SqliteRows;
import baddle.formats.xlsx.write.XlsxWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A running log as it lies there. */
final class LogFile {

  private static final int BLOCK = 4_096;
  private static final String ABOUT = "About";

  private final Path file;
  private final Schema schema;
  private final CsvForm form;
  private final String table;

  /**
   * A log that is there.
   *
   * @param schema the columns that it has to have
   * @param form how it is written where it is delimited text
   * @param table the name of its table otherwise
   */
  LogFile(Path file, Schema schema, CsvForm form, String table) {
    this.file = file;
    this.schema = schema;
    this.form = form;
    this.table = table;
  }

  /**
   * The last batch that a log has rows of.
   *
   * @param batch its number; 0 for a log without rows
   * @param made when it was made, as a timestamp is shown; empty for none
   */
  record Last(int batch, String made) {}

  /**
   * The last batch that it has rows of.
   *
   * @throws ExportException if it has other columns, or can't be gone on with
   */
  Last last() throws IOException, ExportException {
    if (RowsFile.isDatabase(file)) {
      refuseOthers(SqliteRows.columns(file, table));
      long batch = SqliteRows.greatest(file, table, Origin.BATCH.name());
      String time = Origin.BATCH_TIME.name();
      return new Last(
          (int) batch, SqliteRows.greatest(file, table, time, Origin.BATCH.name(), batch));
    }
    long[] last = new long[1];
    String[] made = {""};
    int batch = schema.indexOf(Origin.BATCH.name()).orElseThrow();
    int time = schema.indexOf(Origin.BATCH_TIME.name()).orElseThrow();
    try (GridFile grid = open()) {
      for (GridSheet sheet : sheets(grid)) {
        refuseOthers(headings(sheet));
        read(
            sheet,
            (block, from, to) -> {
              for (int row = from; row < to; row++) {
                if (block.numbers(batch).values()[row] > last[0]) {
                  last[0] = block.numbers(batch).values()[row];
                  made[0] = block.vector(time).shown(row, schema.column(time).type());
                }
              }
            });
      }
    }
    return new Last((int) last[0], made[0]);
  }

  /** Pushes its rows. */
  void scan(BlockSink sink) throws IOException {
    if (RowsFile.isDatabase(file)) {
      scanTable(sink);
      return;
    }
    try (GridFile grid = open()) {
      for (GridSheet sheet : sheets(grid)) {
        read(sheet, sink);
      }
    } catch (ExportException e) {
      throw new IOException(e.getMessage(), e);
    }
  }

  private void scanTable(BlockSink sink) throws IOException {
    Path text = Files.createTempFile("baddle-log", ".csv");
    try {
      try (CsvRowWriter writer = new CsvRowWriter(Files.newOutputStream(text))) {
        writer.row(schema.names());
        SqliteRows.rows(file, table, schema.names(), writer::row);
      }
      new LogFile(text, schema, CsvForm.STANDARD, table).scan(sink);
    } finally {
      Files.deleteIfExists(text);
    }
  }

  private GridFile open() throws IOException {
    return new Formats()
        .open(
            file,
            new Dialect(
                Optional.of(form.separator()), Optional.of('"'), Optional.of(form.charset())));
  }

  private List<GridSheet> sheets(GridFile grid) throws ExportException {
    List<GridSheet> own = new ArrayList<>();
    for (GridSheet sheet : grid.sheets()) {
      boolean named = sheet.name().isEmpty() || sheet.name().startsWith(sheetName());
      if (named) {
        own.add(sheet);
      } else if (!sheet.name().equals(ABOUT) && !sheet.isReport()) {
        throw new ExportException(
            file
                + " has a sheet "
                + sheet.name()
                + ", which would be lost, for a workbook is written anew as a whole; keep the log in"
                + " a file of its own");
      }
    }
    return own;
  }

  private String sheetName() {
    return XlsxWriter.legal(table);
  }

  private void refuseOthers(List<String> there) throws ExportException {
    if (!there.equals(schema.names())) {
      throw new ExportException(
          file
              + " isn't this log: its columns are "
              + String.join(", ", there)
              + ", and those to be appended are "
              + String.join(", ", schema.names())
              + "; begin another file");
    }
  }

  private static List<String> headings(GridSheet sheet) throws IOException {
    FirstRow first = new FirstRow();
    sheet.read(first);
    return first.cells;
  }

  private void read(GridSheet sheet, BlockSink sink) throws IOException {
    List<IntakeColumn> columns = new ArrayList<>();
    for (Column column : schema.columns()) {
      columns.add(
          new IntakeColumn(
              column,
              List.of(),
              IntakeColumn.Need.HEADING,
              Optional.empty(),
              Optional.empty(),
              Optional.empty(),
              Map.of(),
              column.type().kind() == ColumnType.Kind.TEXT));
    }
    BlockBuilder blocks = new BlockBuilder(schema, BLOCK, sink);
    Intake intake =
        new Intake(
            new IntakeSpec(
                columns,
                Map.of(),
                ValueRules.STANDARD.with(
                    form.decimalMark() == ','
                        ? Convention.DECIMAL_COMMA
                        : Convention.DECIMAL_POINT),
                WritingHints.NONE,
                ShapingRules.NONE,
                MendedRows.NONE,
                RowWatch.NONE),
            Place.file(file.toString()),
            sheet,
            CellRange.EVERYTHING,
            blocks,
            this::refuse);
    sheet.read(intake);
    if (intake.result().outcome() != SourceIntake.Outcome.READ) {
      throw new IOException(file + " has no table with the log's headings");
    }
    blocks.flush();
  }

  private void refuse(HeldRow row) throws IOException {
    throw new IOException(
        file
            + ", row "
            + row.rowNumber()
            + ", was changed by hand: "
            + row.values().get(0).heading()
            + " is "
            + Listing.quoted(row.values().get(0).value())
            + ", expected "
            + row.values().get(0).expectation());
  }
}
