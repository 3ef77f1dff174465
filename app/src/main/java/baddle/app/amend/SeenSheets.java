package baddle.app.amend;

import baddle.app.fill.FillException;
import baddle.core.finding.Nearest;
import baddle.core.grid.NamedRange;
import baddle.formats.edit.CellAt;
import baddle.formats.edit.OwnWorkbook;
import baddle.formats.edit.SeenSheet;
import java.io.IOException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Set;

/** The sheets of a workbook that were looked at. */
final class SeenSheets {
  final OwnWorkbook workbook;
  private final Map<String, SeenSheet> seen = new HashMap<>();

  private final boolean all;
  private final Set<CellAt> named = new HashSet<>();

  /** All cells are looked at only where some are looked for. */
  SeenSheets(OwnWorkbook workbook, List<Change> changes) throws IOException {
    this.workbook = workbook;
    this.all = changes.stream().anyMatch(change -> change.cell().isEmpty());
    changes.forEach(change -> CellAt.parse(change.cell()).ifPresent(named::add));
    for (NamedRange name : workbook.names()) {
      named.add(new CellAt(name.range().firstRow(), name.range().firstColumn()));
      if (name.table()) {
        named.addAll(TableHeadings.cells(name));
      }
    }
  }

  SeenSheet see(String name) throws IOException, FillException {
    String key = name.toLowerCase(Locale.ROOT);
    SeenSheet known = seen.get(key);
    if (known == null) {
      try {
        known = workbook.see(name, at -> all || named.contains(at));
      } catch (NoSuchElementException e) {
        throw new FillException(
            "no sheet "
                + name
                + Nearest.hint(name, workbook.sheets())
                + " (sheets: "
                + String.join(", ", workbook.sheets())
                + ")");
      }
      seen.put(key, known);
    }
    return known;
  }

  List<String> of(String name) {
    return name.isEmpty() ? workbook.sheets() : List.of(name);
  }

  String first(String name) {
    return name.isEmpty() ? workbook.sheets().get(0) : name;
  }
}
