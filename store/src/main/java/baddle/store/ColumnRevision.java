package baddle.store;

import baddle.core.table.Column;
import baddle.core.table.Vector;
import java.io.Closeable;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Writes new versions of columns of one part, block by block, and keeps those that differ. */
public final class ColumnRevision implements Closeable {

  private final BatchWriter batch;
  private final int part;
  private final int firstNumber;
  private final Map<Column, Integer> columns;
  private final VectorEncoder encoder = new VectorEncoder();

  ColumnRevision(BatchWriter batch, int part, int firstNumber, Map<Column, Integer> columns) {
    this.batch = batch;
    this.part = part;
    this.firstNumber = firstNumber;
    this.columns = new LinkedHashMap<>(columns);
  }

  /**
   * Writes a block.
   *
   * @param block its number in the part, from 0
   * @param vectors the columns, in order
   */
  public void write(int block, List<Vector> vectors) throws IOException {
    for (int i = 0; i < vectors.size(); i++) {
      Vector vector = vectors.get(i);
      batch.block(part, firstNumber + i, block, vector.size(), encoder.encode(vector));
    }
  }

  /** Ends it: the columns named replace the old ones from this batch on, the others are dropped. */
  public void end(Set<String> changed) throws IOException {
    int number = firstNumber;
    for (Map.Entry<Column, Integer> column : columns.entrySet()) {
      if (changed.contains(column.getKey().name())) {
        batch.reviseColumn(part, number, column.getValue(), column.getKey());
      } else {
        batch.dropColumn(part, number);
      }
      number++;
    }
  }

  @Override
  public void close() {
    encoder.close();
  }
}
