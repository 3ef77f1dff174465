package baddle.app.draft.found;

import java.util.List;

/**
 * A sheet, or a file without sheets.
 *
 * @param name its name; empty for a file without sheets
 * @param tables its tables
 * @param labelled its labelled values near its top, as forms have them
 */
public record FoundSheet(String name, List<FoundTable> tables, List<Labelled> labelled) {

  /** Copies the lists. */
  public FoundSheet {
    tables = List.copyOf(tables);
    labelled = List.copyOf(labelled);
  }
}
