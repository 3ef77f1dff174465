package baddle.app.draft.found;

import baddle.core.profile.SheetSample;
import baddle.core.value.Convention;
import baddle.core.value.StoredNumber;
import baddle.core.value.ValueProfile;
import java.math.BigDecimal;
import java.util.Optional;

/** Reads the number of a cell. */
final class CellNumber {

  private CellNumber() {}

  /** Empty for a cell that has none. */
  static Optional<BigDecimal> of(SheetSample.Cell cell, Convention convention) {
    return switch (cell.kind()) {
      case NUMBER, DECIMAL -> stored(cell.text());
      case TEXT -> ValueProfile.numberIn(cell.text(), convention);
      default -> Optional.empty();
    };
  }

  private static Optional<BigDecimal> stored(String text) {
    String seen = StoredNumber.asText(text.toCharArray(), 0, text.length());
    return seen.matches("-?\\d+(\\.\\d+)?") ? Optional.of(new BigDecimal(seen)) : Optional.empty();
  }
}
