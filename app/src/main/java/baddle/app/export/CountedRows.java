package baddle.app.export;

import baddle.core.table.Block;
import baddle.formats.rows.RowsWriter;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/** Counts what goes into a writer. */
final class CountedRows {

  private long count;
  private Optional<RowsWriter> writer = Optional.empty();

  void push(RowsFile.Rows rows, RowsWriter into) throws IOException {
    writer = Optional.of(into);
    rows.scan(
        (Block block, int from, int to) -> {
          count += to - from;
          into.accept(block, from, to);
        });
  }

  RowsFile.Written written() {
    return new RowsFile.Written(count, writer.map(RowsWriter::remarks).orElse(List.of()));
  }
}
