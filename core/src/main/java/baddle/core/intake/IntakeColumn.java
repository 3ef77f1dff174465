package baddle.core.intake;

import baddle.core.table.Column;
import java.util.List;
import java.util.Optional;

/**
 * A column as the intake looks for it.
 *
 * @param column its name and type
 * @param headings the spellings its heading may have besides its own name
 * @param required whether every source must have it and every row must fill it
 * @param currencyOf the column of numbers whose currency sign or code this one keeps
 */
public record IntakeColumn(
    Column column, List<String> headings, boolean required, Optional<String> currencyOf) {

  /** A column that takes its own values. */
  public IntakeColumn(Column column, List<String> headings, boolean required) {
    this(column, headings, required, Optional.empty());
  }

  /** Copies the list. */
  public IntakeColumn {
    headings = List.copyOf(headings);
  }
}
