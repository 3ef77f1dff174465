package baddle.app.draft.found;

import baddle.core.profile.TableProfile;
import java.util.Optional;
import java.util.Set;

/**
 * A table of a file.
 *
 * @param path the file's, from the plan's folder on
 * @param sheet the name of its sheet; empty for a file without sheets
 * @param table its columns
 * @param rows what its rows show together
 * @param repeating headings of columns some of whose values tables before it have too
 * @param inMessage whether it came attached to a message
 */
public record FoundTable(
    String path,
    String sheet,
    TableProfile table,
    RowEvidence rows,
    Set<String> repeating,
    boolean inMessage) {

  /** Copies the set. */
  public FoundTable {
    repeating = Set.copyOf(repeating);
  }

  /** The heading of a column of the sheet, from 0. */
  public Optional<String> heading(int column) {
    return table.columns().stream()
        .filter(one -> one.column() == column)
        .map(TableProfile.Column::heading)
        .findFirst();
  }

  /** The file and, if there is one, the sheet. */
  public String place() {
    return sheet.isEmpty() ? path : path + ", sheet " + sheet;
  }
}
