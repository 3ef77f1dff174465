package baddle.app.draft.found;

import baddle.core.profile.TableProfile;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Keeps the distinct values of tables with the same headings once for all of a folder, so that
 * memory doesn't grow with the number of files.
 */
final class SharedValues {

  private final Map<String, Set<String>> known = new HashMap<>();

  /** The same file, whose tables share their values with others. */
  FolderFile of(FolderFile file) {
    List<FoundSheet> sheets = new ArrayList<>();
    for (FoundSheet sheet : file.sheets()) {
      List<FoundTable> tables = sheet.tables().stream().map(this::of).toList();
      sheets.add(new FoundSheet(sheet.name(), tables, sheet.labelled()));
    }
    return new FolderFile(file.path(), sheets, file.leftAlone());
  }

  private FoundTable of(FoundTable found) {
    List<TableProfile.Column> columns = found.table().columns();
    StringBuilder table = new StringBuilder(FolderFile.folderOf(found.path()));
    columns.forEach(column -> table.append('\n').append(column.heading()));
    Set<String> repeating = new HashSet<>();
    for (TableProfile.Column column : columns) {
      String key = table + "\n\n" + column.heading();
      if (!column.values().shareValues(known.computeIfAbsent(key, k -> new HashSet<>()))) {
        repeating.add(column.heading());
      }
    }
    return new FoundTable(
        found.path(), found.sheet(), found.table(), found.rows(), repeating, found.inMessage());
  }
}
