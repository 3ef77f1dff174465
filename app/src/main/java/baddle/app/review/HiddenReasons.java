package baddle.app.review;

import baddle.core.derivation.ClosedMark;
import baddle.core.derivation.HeldBecause;
import baddle.core.outcome.HeldValue;
import baddle.core.table.Block;
import baddle.core.table.TextVector;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/** Why rows that were read are in no figure. */
public final class HiddenReasons {

  /**
   * Why a row is hidden.
   *
   * @param ofKey whether another row has its key
   * @param closed the mark of a closed period, if that is the reason
   * @param held what holds it; empty if it is left out
   */
  public record Reason(boolean ofKey, Optional<ClosedMark> closed, Optional<HeldValue> held) {

    /**
     * Why a row is left out, where nothing holds it.
     *
     * @param key what rows with one key share, in words
     */
    public String leftOut(String key) {
      return closed.map(ClosedMark::leftOut).orElseGet(() -> "a later row has its " + key);
    }
  }

  /** Takes hidden rows. */
  @FunctionalInterface
  public interface Use {

    /** Takes one. */
    void use(Block block, int row, Reason reason);
  }

  private HiddenReasons() {}

  /** Goes over the hidden rows of a dataset; blocks have the columns asked for first. */
  public static void scan(DatasetReader reader, List<String> columns, Use use) throws IOException {
    reader.scanHidden(
        columns,
        (block, from, to) -> {
          TextVector derived = block.text(columns.size());
          TextVector keys = block.text(columns.size() + 1);
          TextVector closed = block.text(columns.size() + 2);
          for (int row = from; row < to; row++) {
            use.use(block, row, reason(derived, keys, closed, row));
          }
        });
  }

  private static Reason reason(TextVector derived, TextVector keys, TextVector closed, int row) {
    if (!closed.isBlank(row)) {
      ClosedMark mark = ClosedMark.parse(text(closed, row));
      return new Reason(
          false,
          Optional.of(mark),
          mark.holds() ? Optional.of(value(mark.held())) : Optional.empty());
    }
    if (!derived.isBlank(row)) {
      return new Reason(
          false, Optional.empty(), Optional.of(value(HeldBecause.parse(text(derived, row)))));
    }
    DuplicateReason reason = DuplicateReason.parse(text(keys, row));
    return new Reason(true, Optional.empty(), reason.held().map(HiddenReasons::value));
  }

  private static String text(TextVector texts, int row) {
    return texts.dictionary().text(texts.codes()[row]);
  }

  private static HeldValue value(HeldBecause because) {
    return new HeldValue(because.column(), because.value(), because.expectation());
  }
}
