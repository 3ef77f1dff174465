package baddle.core.intake;

import baddle.core.table.Column;
import java.util.List;

/**
 * A column as the intake looks for it.
 *
 * @param column its name and type
 * @param headings the spellings its heading may have besides its own name
 * @param required whether every source must have it and every row must fill it
 */
public record IntakeColumn(Column column, List<String> headings, boolean required) {

  /** Copies the list. */
  public IntakeColumn {
    headings = List.copyOf(headings);
  }
}
