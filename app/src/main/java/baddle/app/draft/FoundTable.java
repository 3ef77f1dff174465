package baddle.app.draft;

import baddle.app.look.LookedSheet;
import baddle.core.intake.TableProfile;
import java.util.Optional;

/**
 * A table of a file.
 *
 * @param path the file's
 */
record FoundTable(String path, LookedSheet sheet, TableProfile table) {

  /** The heading of a column of the sheet, from 0. */
  Optional<String> heading(int column) {
    return table.columns().stream()
        .filter(one -> one.column() == column)
        .map(TableProfile.Column::heading)
        .findFirst();
  }
}
