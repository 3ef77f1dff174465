package baddle.app.reading;

import baddle.app.Project;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The list of the cells that fills wrote, which is kept beside the store. */
public final class FilledCells {

  private static final String NAME = "fills.csv";

  /** Where a cell is: the workbook as it lies from the plan, the sheet, the cell. */
  public static final List<String> PLACE = List.of("file", "sheet", "cell");

  /** What it held when a fill had written it. */
  public static final String VALUE = "value";

  private FilledCells() {}

  /** The list of a project. */
  public static OwnList of(Project project) {
    return new OwnList(
        project.storeFolder().resolve(NAME),
        List.of(PLACE.get(0), PLACE.get(1), PLACE.get(2), VALUE));
  }

  /** The workbooks that fills wrote; somebody may have changed them since. */
  public static Set<String> files(Project project) throws IOException {
    Set<String> files = new HashSet<>();
    for (Map<String, String> line : of(project).lines()) {
      files.add(line.getOrDefault(PLACE.get(0), ""));
    }
    return files;
  }
}
