package baddle.app.plain;

import baddle.app.ContentHash;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.GridOpener;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.SourceIntake;
import baddle.core.outcome.RowCounts;
import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * The tables of files as one, without a plan: what their columns hold is told by all their values.
 * A file with the content of another, a table that only repeats or sums others, and rows that are
 * proved to total those above them are left out, and named.
 */
public final class PlainTables {

  /** More lines are no overview. */
  private static final int MOST_LINES = 30;

  private final GridOpener opener;
  private final PlainColumns columns;
  private final PlainSheets sheets;
  private final List<Finding> ofFiles = new ArrayList<>();
  private final List<Finding> ofTables = new ArrayList<>();
  private final Map<Integer, String> left = new TreeMap<>();
  private final List<PlainSource> sources;
  private final Map<String, ColumnType> types;
  private Map<Integer, SourceIntake> results = Map.of();
  private boolean isSettled;

  private PlainTables(
      GridOpener opener, PlainColumns columns, PlainChoice choice, List<Path> files) {
    this.opener = opener;
    this.columns = columns;
    this.sheets = new PlainSheets(choice, columns);
    PlainSurvey survey = new PlainSurvey(opener, columns, choice);
    distinct(files).forEach(survey::read);
    ofFiles.addAll(survey.findings());
    sources = survey.sources();
    types = survey.types();
    isSettled = sources.size() < 2 || choice.countsAll();
  }

  /** Looks into files for tables that have some columns. */
  public static PlainTables of(
      GridOpener opener, PlainColumns columns, PlainChoice choice, List<Path> files) {
    return new PlainTables(opener, columns, choice, files);
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
          ofFiles.add(
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

  /** Whether there is none. */
  public boolean isEmpty() {
    return sources.isEmpty();
  }

  /** The columns of the rows. */
  public Schema schema() {
    return columns.schema(types);
  }

  /** What wants a person's eye. */
  public List<Finding> findings() {
    List<Finding> all = new ArrayList<>(ofFiles);
    all.addAll(ofTables);
    return all;
  }

  /**
   * Reads the rows that count.
   *
   * @param sinks makes what takes them; another one where what was taken turns out not to count
   * @return what has taken them
   */
  public <S extends BlockSink> S read(Supplier<S> sinks) throws IOException {
    S sink = sinks.get();
    Schema schema = schema();
    List<IntakeColumn> read = columns.columns(types);
    PlainEvidence evidence =
        new PlainEvidence(opener, sheets, new IntakeSpec(read, Map.of()).schema());
    PlainReading reading = new PlainReading(opener, read, sheets);
    boolean compares = !isSettled;
    reading.read(
        counted(),
        (source, block) -> {
          if (compares) {
            evidence.rows(source, block);
          }
          sink.accept(OriginColumns.added(source, block, schema), 0, block.size());
        });
    if (compares) {
      isSettled = true;
      evidence.settle();
      ofFiles.addAll(evidence.findings());
      if (!evidence.left().isEmpty()) {
        left.putAll(evidence.left());
        results = reading.results();
        return read(sinks);
      }
    }
    Map<Integer, SourceIntake> all = new TreeMap<>(results);
    all.putAll(reading.results());
    results = all;
    ofTables.clear();
    ofTables.addAll(reading.findings());
    return sink;
  }

  private List<PlainSource> counted() {
    return sources.stream().filter(source -> !left.containsKey(source.number())).toList();
  }

  /** The rows by where they ended. */
  public RowCounts counts() {
    RowCounts counts = RowCounts.NONE;
    for (PlainSource source : sources) {
      SourceIntake result = results.get(source.number());
      if (result == null) {
        continue;
      }
      RowCounts own = result.counts();
      counts =
          counts.plus(
              left.containsKey(source.number())
                  ? new RowCounts(own.read(), 0, own.leftOut() + own.kept(), own.held())
                  : own);
    }
    return counts;
  }

  private long totalsLeftOut() {
    return counted().stream()
        .flatMap(source -> Stream.ofNullable(results.get(source.number())))
        .flatMap(result -> result.treated().leftOut().stream())
        .filter(rule -> rule.because().equals(SourceIntake.TOTALS))
        .mapToLong(SourceIntake.LeftOut::rows)
        .sum();
  }

  /** The origin of the rows, for the foot of a report. */
  public Map<String, String> about() {
    Map<String, String> about = new LinkedHashMap<>();
    RowCounts counts = counts();
    about.put(
        "Completeness",
        String.format(
            Locale.ROOT,
            "%,d rows read = %,d counted + %,d left out + %,d held",
            counts.read(),
            counts.kept(),
            counts.leftOut(),
            counts.held()));
    long totals = totalsLeftOut();
    if (totals > 0) {
      about.put(
          "Left out",
          String.format(
              Locale.ROOT,
              "%,d %s of the rows above; --count-all counts %s",
              totals,
              totals == 1 ? "total" : "totals",
              totals == 1 ? "it" : "them"));
    }
    Map<String, String> lines = new LinkedHashMap<>();
    long more = 0;
    for (PlainSource source : sources) {
      SourceIntake result = Objects.requireNonNull(results.get(source.number()));
      String why = left.get(source.number());
      String line = why == null ? PlainSheets.counted(result.counts()) : "left out, " + why;
      if (lines.size() < MOST_LINES || lines.containsKey(source.place().toString())) {
        lines.merge(source.place().toString(), line, (one, other) -> one + "; " + other);
      } else {
        more++;
      }
    }
    about.putAll(lines);
    if (more > 0) {
      about.put("Others", String.format(Locale.ROOT, "%,d more tables", more));
    }
    StringBuilder typed = new StringBuilder();
    schema()
        .columns()
        .forEach(c -> typed.append(typed.isEmpty() ? "" : ", ").append(c.name() + " " + c.type()));
    about.put("Types", typed.toString());
    return about;
  }
}
