package baddle.app.trace;

import baddle.core.table.Block;
import baddle.core.table.Schema;
import java.util.List;

/** Learns which columns there are. */
final class CountedTrace implements TracedRows {

  Schema schema = new Schema(List.of());
  int numbers;

  @Override
  public void begin(Schema newSchema, int newNumbers) {
    schema = newSchema;
    numbers = newNumbers;
  }

  @Override
  public void accept(Block block, int from, int to) {}
}
