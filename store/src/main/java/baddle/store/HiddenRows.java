package baddle.store;

import baddle.core.table.Block;
import baddle.core.table.TextVector;
import java.util.List;
import java.util.Optional;

/**
 * The columns of the store that say why a row isn't in the dataset although it was read; blank for
 * rows that are. They are no columns of the dataset.
 */
public final class HiddenRows {

  /** Why a derived column couldn't be computed. */
  public static final String DERIVATION = "held_because";

  /** Why a row with the key of another doesn't count. */
  public static final String DUPLICATES = "duplicate_because";

  /** All of them. */
  static final List<String> COLUMNS = List.of(DERIVATION, DUPLICATES);

  private HiddenRows() {}

  private static final String HELD = "held\t";
  private static final String LEFT_OUT = "left out\t";

  /** The reason of a row that is held: a column, its value, and what was expected instead. */
  public static String held(String column, String value, String expectation) {
    return HELD + String.join("\t", column, value.replace('\t', ' '), expectation);
  }

  /** The reason of a row that is left out. */
  public static String leftOut(String because) {
    return LEFT_OUT + because;
  }

  /** Whether a reason of {@link #DUPLICATES} holds its row, rather than leaving it out. */
  public static boolean isHeld(String reason) {
    return reason.startsWith(HELD);
  }

  /** A reason without its kind. */
  public static String plain(String reason) {
    return reason.substring((isHeld(reason) ? HELD : LEFT_OUT).length());
  }

  /** One of the columns in a block that has it. */
  static Optional<TextVector> hiddenIn(Block block, String column) {
    return block.schema().indexOf(column).stream().mapToObj(block::text).findFirst();
  }
}
