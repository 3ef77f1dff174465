package baddle.app.plain;

import baddle.app.summarize.Figures;
import baddle.core.calendar.Calendar;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.grid.GridOpener;
import baddle.formats.Formats;
import baddle.reports.Provenance;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/**
 * A cross-tab straight from files, without a plan: the columns it names are looked for among the
 * headings.
 */
public final class FilesCrosstab {

  private final GridOpener opener;
  private final CrosstabSpec spec;
  private final Calendar calendar;
  private final PlainChoice choice;

  /** Builds by a specification. */
  public FilesCrosstab(
      GridOpener opener, CrosstabSpec spec, Calendar calendar, PlainChoice choice) {
    this.calendar = calendar;
    this.opener = opener;
    this.spec = spec;
    this.choice = choice;
  }

  /** Reads files of every format. */
  public static FilesCrosstab of(CrosstabSpec spec, Calendar calendar, PlainChoice choice) {
    return new FilesCrosstab(new Formats(), spec, calendar, choice);
  }

  /**
   * Reads files and builds the cross-tab.
   *
   * @throws baddle.core.crosstab.spec.SpecException if a column doesn't hold what the specification
   *     needs
   */
  public Figures figures(List<Path> files) throws IOException {
    PlainColumns columns = PlainColumns.required(spec.columns(""));
    PlainTables tables = PlainTables.of(opener, columns, choice, files);
    if (tables.isEmpty()) {
      return new Figures(List.of(), Provenance.of(Map.of()), tables.findings());
    }
    CrosstabBuilder builder =
        tables.read(() -> new CrosstabBuilder(spec, tables.schema(), calendar));
    return new Figures(List.of(builder.build()), Provenance.of(tables.about()), tables.findings());
  }
}
