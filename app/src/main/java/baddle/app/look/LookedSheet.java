package baddle.app.look;

import baddle.core.profile.SheetSample;
import baddle.core.profile.TableProfile;
import java.util.List;

/**
 * What is on a sheet.
 *
 * @param name its name; empty for a file without sheets
 * @param visible whether a person who opens the file sees it
 * @param report whether Baddle wrote it, so that it is never read as a source
 * @param tables the tables found, from left to right and from top to bottom
 * @param start its first filled rows
 */
public record LookedSheet(
    String name,
    boolean visible,
    boolean report,
    List<TableProfile> tables,
    List<SheetSample.Row> start) {

  /** Copies the lists. */
  public LookedSheet {
    tables = List.copyOf(tables);
    start = List.copyOf(start);
  }
}
