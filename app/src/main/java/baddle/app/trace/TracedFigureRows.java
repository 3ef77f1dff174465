package baddle.app.trace;

import baddle.app.export.RowsFile;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import java.io.IOException;

/** The rows behind a figure, as they are written into a file. */
record TracedFigureRows(FigureTrace trace, TracedFigure figure) implements RowsFile.Rows {

  @Override
  public long count() {
    return figure.rows();
  }

  @Override
  public void scan(BlockSink sink) throws IOException {
    try {
      trace.run(new Passing(sink));
    } catch (TraceException e) {
      throw new IOException(e);
    }
  }

  private record Passing(BlockSink sink) implements TracedRows {

    @Override
    public void begin(Schema schema, int numbers) {}

    @Override
    public void accept(Block block, int from, int to) throws IOException {
      sink.accept(block, from, to);
    }
  }
}
