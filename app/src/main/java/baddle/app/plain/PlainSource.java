package baddle.app.plain;

import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.finding.Place;
import baddle.core.grid.CellRange;
import baddle.core.grid.Dialect;
import baddle.core.value.ConventionChoice;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A table that was read as text from end to end.
 *
 * @param number its place among all of them, from 0
 * @param file its file
 * @param dialect how the file turned out to be written
 * @param sheet its sheet; empty for a file without sheets
 * @param region the cells in which it is found
 * @param headings its headings, empty where a column has none
 * @param shown how its values are written
 */
record PlainSource(
    int number,
    Path file,
    Dialect dialect,
    String sheet,
    CellRange region,
    List<String> headings,
    Map<String, ConventionChoice> shown) {

  PlainSource {
    headings = List.copyOf(headings);
    shown = Map.copyOf(shown);
  }

  Place place() {
    return Place.source(file.toString(), sheet);
  }

  PlainSource writtenAs(Dialect known) {
    return new PlainSource(number, file, known, sheet, region, headings, shown);
  }

  /** The period that its sheet, its file or its folder names; empty for none. */
  String period() {
    PeriodText periods = PeriodText.english();
    Path folder = file.toAbsolutePath().getParent();
    return periods
        .find(sheet)
        .or(() -> periods.find(nameWithoutEnding()))
        .or(
            () ->
                folder == null
                    ? Optional.empty()
                    : periods.find(String.valueOf(folder.getFileName())))
        .map(Period::toString)
        .orElse("");
  }

  private String nameWithoutEnding() {
    String name = String.valueOf(file.getFileName());
    int dot = name.lastIndexOf('.');
    return dot > 0 ? name.substring(0, dot) : name;
  }
}
