package baddle.app.summarize;

import baddle.app.ContentHash;
import baddle.core.calendar.Calendar;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.GridOpener;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.IntakeSpec;
import baddle.core.outcome.RowCounts;
import baddle.core.table.Schema;
import baddle.formats.Formats;
import baddle.reports.Provenance;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A cross-tab straight from files, without a plan: the columns it names are looked for among the
 * headings. The files are read twice, once to find out what the columns hold.
 */
public final class FilesCrosstab {

  private static final Set<FindingCode> OF_FIRST_READING =
      Set.of(FindingCode.FILE_DUPLICATE, FindingCode.FILE_UNREADABLE, FindingCode.NO_TABLE);

  private final GridOpener opener;
  private final CrosstabSpec spec;
  private final Calendar calendar;
  private final List<Finding> findings = new ArrayList<>();

  /** Of a specification. */
  public FilesCrosstab(GridOpener opener, CrosstabSpec spec, Calendar calendar) {
    this.calendar = calendar;
    this.opener = opener;
    this.spec = spec;
  }

  /** Of files of every format there is. */
  public static FilesCrosstab of(CrosstabSpec spec, Calendar calendar) {
    return new FilesCrosstab(new Formats(), spec, calendar);
  }

  /**
   * Reads files and builds the cross-tab; a file with the content of another counts once.
   *
   * @throws baddle.core.crosstab.spec.SpecException if a column doesn't hold what the specification
   *     needs
   */
  public Figures figures(List<Path> files) throws IOException {
    List<String> names = spec.columns("");
    PlainFiles first = new PlainFiles(opener, names, findings);
    List<PlainFiles.SurveyedFile> readable = first.survey(distinct(files));
    if (first.counts().kept() == 0) {
      return new Figures(List.of(), Provenance.of(Map.of()), findings);
    }
    findings.removeIf(finding -> !OF_FIRST_READING.contains(finding.code()));
    List<IntakeColumn> typed = first.typed();
    Schema schema = new IntakeSpec(typed, Map.of()).schema();
    CrosstabBuilder builder = new CrosstabBuilder(spec, schema, calendar);
    PlainFiles second = new PlainFiles(opener, names, findings);
    second.read(readable, typed, builder);
    RowCounts counts = second.counts();
    Map<String, String> about = new LinkedHashMap<>();
    about.put(
        "Files",
        readable.stream().map(file -> file.path().toString()).collect(Collectors.joining(", ")));
    about.put(
        "Completeness",
        String.format(
            Locale.ROOT,
            "%,d rows read = %,d counted + %,d left out + %,d held",
            counts.read(),
            counts.kept(),
            counts.leftOut(),
            counts.held()));
    about.put(
        "Types",
        typed.stream()
            .map(column -> column.column().name() + " " + column.column().type())
            .collect(Collectors.joining(", ")));
    return new Figures(List.of(builder.build()), Provenance.of(about), findings);
  }

  private List<Path> distinct(List<Path> files) {
    Map<String, Path> first = new HashMap<>();
    List<Path> distinct = new ArrayList<>();
    for (Path file : files) {
      try {
        Path other = first.putIfAbsent(ContentHash.of(file), file);
        if (other == null) {
          distinct.add(file);
        } else {
          findings.add(
              Finding.of(
                  FindingCode.FILE_DUPLICATE,
                  Place.file(file.toString()),
                  "the same content as " + other + "; counted once",
                  "leave it out"));
        }
      } catch (IOException e) {
        distinct.add(file);
      }
    }
    return distinct;
  }
}
