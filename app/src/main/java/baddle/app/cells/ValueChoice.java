package baddle.app.cells;

import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.table.TextVector;
import baddle.store.DatasetReader;
import java.util.BitSet;
import java.util.List;

/** Chooses the rows that have one value, by the codes of each block's texts. */
record ValueChoice(OneValue one) implements DatasetReader.RowChoice {

  @Override
  public List<String> columns() {
    return List.of(one.column());
  }

  @Override
  public BitSet rows(Block block) {
    TextVector vector = (TextVector) block.vector(0);
    BitSet codes = new BitSet();
    codes.set(Dictionary.BLANK, one.value().isEmpty());
    for (int code = 1; code <= vector.dictionary().size(); code++) {
      codes.set(code, vector.dictionary().text(code).equals(one.value()));
    }
    BitSet rows = new BitSet(block.size());
    for (int row = 0; row < block.size(); row++) {
      rows.set(row, codes.get(vector.codes()[row]));
    }
    return rows;
  }
}
