package baddle.app.cells;

import baddle.app.ThisProgram;
import baddle.core.calendar.Calendar;
import baddle.core.crosstab.CellsOfRows;
import baddle.core.table.Column;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;

/** The files of kept cells by their questions, held for as long as a command goes on. */
final class KeptAnswers {

  /** So many bytes of what is kept are held in memory. */
  private static final long MOST_HELD = 32 << 20;

  private final Path folder;
  private final Calendar calendar;
  private final Map<String, CellsFile> files = new LinkedHashMap<>();

  KeptAnswers(Path folder, Calendar calendar) {
    this.folder = folder;
    this.calendar = calendar;
  }

  /** What is kept of a question; held for the next one that asks it, as far as there is room. */
  CellsFile file(String key) {
    CellsFile file = files.remove(key);
    if (file == null) {
      file = new CellsFile(folder, key);
      long held = file.size() + files.values().stream().mapToLong(CellsFile::size).sum();
      Iterator<CellsFile> eldest = files.values().iterator();
      while (held > MOST_HELD && eldest.hasNext()) {
        held -= eldest.next().size();
        eldest.remove();
      }
    }
    files.put(key, file);
    return file;
  }

  /** All that the cells of a question depend on besides the rows. */
  String key(RowQuestion question) {
    StringBuilder key = new StringBuilder(ThisProgram.parts());
    key.append('\n').append(calendar.fiscalYearStarts());
    for (Column column : question.schema().columns()) {
      key.append('\n').append(column.name()).append(' ').append(column.type());
    }
    return key.append('\n')
        .append(CellsOfRows.description(question.spec(), question.dataset()))
        .toString();
  }
}
