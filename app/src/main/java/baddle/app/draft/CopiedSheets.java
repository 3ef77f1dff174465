package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.found.FoundSheet;
import baddle.app.draft.found.FoundTable;
import baddle.app.draft.words.NameShape;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** Sheets that have the rows of another sheet of their file; they don't count. */
final class CopiedSheets {

  private static final int LEAST_ROWS = 2;

  private final Map<String, Set<String>> copies = new TreeMap<>();
  private final List<String> leftAlone = new ArrayList<>();

  /** A file without its copied sheets. */
  FolderFile without(FolderFile file) {
    List<FoundSheet> rest = new ArrayList<>();
    for (FoundSheet sheet : file.sheets()) {
      Set<Long> rows = rows(sheet);
      Optional<FoundSheet> original =
          rest.stream()
              .filter(one -> rows.size() >= LEAST_ROWS && rows(one).equals(rows))
              .findFirst();
      if (original.isEmpty()) {
        rest.add(sheet);
        continue;
      }
      copies
          .computeIfAbsent(file.path(), path -> new TreeSet<>())
          .add(NameShape.plain(sheet.name()));
      leftAlone.add(
          file.path()
              + ", sheet "
              + sheet.name()
              + ": its rows are those of sheet "
              + original.get().name());
    }
    return rest.size() == file.sheets().size()
        ? file
        : new FolderFile(file.path(), rest, file.leftAlone());
  }

  /** The numbers of a sheet's rows; none where some are missing. */
  private static Set<Long> rows(FoundSheet sheet) {
    Set<Long> rows = new HashSet<>();
    for (FoundTable table : sheet.tables()) {
      if (!table.rows().hasAllFingerprints()) {
        return Set.of();
      }
      rows.addAll(table.rows().fingerprints());
    }
    return rows;
  }

  /** The setting of a feed that keeps them out; empty where its files have none. */
  Optional<String> setting(List<String> paths) {
    Set<String> names = new TreeSet<>();
    paths.forEach(path -> names.addAll(copies.getOrDefault(path, Set.of())));
    return names.isEmpty()
        ? Optional.empty()
        : Optional.of("except_sheets: [\"" + String.join("\", \"", names) + "\"]");
  }

  /** The copied sheets, a line each. */
  List<String> leftAlone() {
    return leftAlone;
  }
}
