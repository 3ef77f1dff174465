package baddle.app.export;

import baddle.core.finding.Finding;
import baddle.core.finding.Place;
import java.util.List;
import java.util.Locale;
import java.util.Objects;

/** Findings as a table. */
public final class FindingTable {

  /** What its columns are called. */
  public static final List<String> HEADINGS =
      List.of("severity", "finding", "file", "sheet", "row", "heading", "message", "to_do");

  private FindingTable() {}

  /** The cells of a finding; blanks are empty. */
  public static List<String> row(Finding finding) {
    Place place = finding.place();
    return List.of(
        finding.severity().name().toLowerCase(Locale.ROOT),
        finding.code().id(),
        Objects.requireNonNullElse(place.file(), ""),
        Objects.requireNonNullElse(place.sheet(), ""),
        place.row() == 0 ? "" : String.valueOf(place.row()),
        Objects.requireNonNullElse(place.heading(), ""),
        finding.message(),
        finding.remedy());
  }
}
