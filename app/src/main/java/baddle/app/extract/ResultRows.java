package baddle.app.extract;

import baddle.app.export.RowsFile;
import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.table.BlockBuilder;
import baddle.core.table.BlockSink;
import baddle.core.table.ColumnBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
import baddle.formats.result.ResultFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The rows of a result as blocks, each value exactly as it is. */
final class ResultRows implements RowsFile.Rows {

  private static final int BLOCK = 4096;

  private final ResultFile result;
  private final Schema schema;
  private final long count;

  /**
   * Goes over the result to learn its types.
   *
   * @param wanted the types to give by heading, where all values fit
   */
  ResultRows(ResultFile result, Map<String, ColumnType> wanted) throws IOException {
    ResultTypes types = new ResultTypes(wanted);
    result.read(types);
    this.result = result;
    this.schema = types.schema();
    this.count = types.rows();
  }

  Schema schema() {
    return schema;
  }

  @Override
  public long count() {
    return count;
  }

  @Override
  public void scan(BlockSink sink) throws IOException {
    BlockBuilder blocks = new BlockBuilder(schema, BLOCK, sink);
    result.read(new Filler(blocks));
    blocks.flush();
  }

  private static final class Filler implements RowSink {

    private final GridRow row = new GridRow();
    private final BlockBuilder blocks;
    private final List<Optional<ValueReader>> readers = new ArrayList<>();

    Filler(BlockBuilder blocks) {
      this.blocks = blocks;
      for (int i = 0; i < blocks.schema().size(); i++) {
        ColumnType type = blocks.schema().column(i).type();
        readers.add(
            type.kind() == ColumnType.Kind.TEXT
                ? Optional.empty()
                : Optional.of(ValueReader.of(type)));
      }
    }

    @Override
    public GridRow next() {
      return row;
    }

    @Override
    public void row(GridRow filled) throws IOException {
      if (filled.number() == 0) {
        return;
      }
      for (int i = 0; i < readers.size(); i++) {
        set(blocks.column(i), filled, i);
      }
      blocks.endRow(filled.number());
    }

    private void set(ColumnBuilder builder, GridRow filled, int column) {
      if (filled.kind(column) == CellKind.BLANK) {
        builder.blank(blocks.row());
      } else if (builder instanceof TextBuilder text) {
        text.set(
            blocks.row(),
            filled.buffer(column),
            filled.wholeStart(column),
            filled.wholeEnd(column));
      } else {
        ((LongBuilder) builder).set(blocks.row(), number(filled, column));
      }
    }

    private long number(GridRow filled, int column) {
      ValueReader reader = readers.get(column).orElseThrow();
      char[] text = filled.buffer(column);
      boolean isNumber =
          filled.kind(column) == CellKind.DECIMAL || filled.kind(column) == CellKind.NUMBER;
      Fit fit =
          isNumber
              ? reader.readExactNumber(text, filled.start(column), filled.end(column))
              : reader.read(text, filled.start(column), filled.end(column));
      if (fit != Fit.FITS) {
        throw new IllegalStateException(filled.text(column) + ": expected " + fit.expectation());
      }
      return reader.value();
    }

    @Override
    public boolean wantsMore() {
      return true;
    }
  }
}
