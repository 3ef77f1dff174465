package baddle.app.lists;

import baddle.app.look.LookedFile;
import baddle.app.look.LookedSheet;
import baddle.core.profile.TableProfile;
import baddle.core.value.ValueProfile;
import java.util.List;

/** What the columns of looked-into files are, as one table. */
public final class ColumnTable {

  private ColumnTable() {}

  /** Of some files. */
  public static ListTable of(List<LookedFile> files) {
    ListTable table =
        new ListTable(
            "columns",
            "file",
            "kind",
            "sheet",
            "table",
            "column",
            "type",
            "filled#",
            "rows#",
            "distinct#",
            "least",
            "greatest",
            "oddities");
    for (LookedFile file : files) {
      for (LookedSheet sheet : file.sheets()) {
        for (TableProfile profile : sheet.tables()) {
          for (TableProfile.Column column : profile.columns()) {
            ValueProfile values = column.values();
            table.add(
                file.file(),
                file.kind(),
                sheet.name(),
                profile.range().toString(),
                column.heading(),
                values.type().toString(),
                String.valueOf(values.filled()),
                String.valueOf(values.rows()),
                String.valueOf(values.distinct()),
                values.least(),
                values.greatest(),
                String.join("; ", values.oddities()));
          }
        }
      }
    }
    return table;
  }
}
