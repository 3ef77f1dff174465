package baddle.app.summarize;

import baddle.app.BatchChoice;
import baddle.app.BatchStamp;
import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.cells.KeptCells;
import baddle.app.reference.References;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.table.BlockSink;
import baddle.core.table.Dictionary;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.formats.Formats;
import baddle.plan.DatasetPlan;
import baddle.plan.LookupPlan;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.SummaryPlan;
import baddle.reports.Provenance;
import baddle.reports.page.ReaderData;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Builds the plan's summaries from the dataset's last batch. */
public final class Summarizer {

  private final Project project;
  private final Map<List<Object>, DatasetReader> readers = new HashMap<>();
  private final KeptCells cells;
  private @Nullable Store known;

  /** Of a project. */
  public Summarizer(Project project) {
    this.project = project;
    this.cells = new KeptCells(project);
  }

  /**
   * Builds summaries.
   *
   * @param summaries of this project's plan
   * @throws baddle.store.StoreException.Absent if nothing was consolidated yet
   */
  public Figures figures(List<SummaryPlan> summaries) throws IOException {
    return figures(summaries, OptionalInt.empty());
  }

  /**
   * Builds summaries of a batch.
   *
   * @param number which batch; empty for the last
   */
  public Figures figures(List<SummaryPlan> summaries, OptionalInt number) throws IOException {
    return figures(summaries, number, Optional.empty(), ReportPlan.Reading.PLAIN);
  }

  /**
   * Builds summaries of a batch.
   *
   * @param number which batch; empty for the last
   * @param only the rows they are of; empty for all
   * @param reading what their readers want to ask further
   */
  public Figures figures(
      List<SummaryPlan> summaries,
      OptionalInt number,
      Optional<OneValue> only,
      ReportPlan.Reading reading)
      throws IOException {
    try (Store store = OwnStore.openToRead(project)) {
      return figures(store, summaries, number, only, reading);
    }
  }

  /** The same from a store that is open already, for those who want several. */
  public Figures figures(
      Store store,
      List<SummaryPlan> summaries,
      OptionalInt number,
      Optional<OneValue> only,
      ReportPlan.Reading reading)
      throws IOException {
    Batch batch = BatchChoice.of(store, project, number);
    List<Crosstab> crosstabs = new ArrayList<>();
    Map<String, String> about = new LinkedHashMap<>();
    about.put("Plan", String.valueOf(project.planFile().getFileName()));
    Map<String, String> parameters = project.plan().parameters().values();
    if (!parameters.isEmpty()) {
      about.put(
          "With",
          parameters.entrySet().stream()
              .map(value -> value.getKey() + " " + value.getValue())
              .collect(Collectors.joining(", ")));
    }
    about.put("Batch", BatchStamp.of(batch).toString());
    only.ifPresent(
        one -> about.put("Only", one.column() + " " + (one.value().isEmpty() ? "-" : one.value())));
    for (SummaryPlan summary : summaries) {
      SummaryPlan carried = new ClosingCarry(project).carriedOn(summary, store, batch.number());
      crosstabs.add(plain(carried, store, batch.number(), only));
      long rows = store.dataset(summary.dataset(), batch.number()).rows();
      about.put("Dataset " + summary.dataset(), String.format(Locale.ROOT, "%,d rows", rows));
    }
    ReaderData data =
        new ReaderFigures(this, project, store, batch.number(), only)
            .of(summaries, reading, crosstabs);
    return new Figures(crosstabs, Provenance.of(about), List.of(), data);
  }

  /** Builds one summary of a batch; a roll-forward begins after the last closed period. */
  public Crosstab crosstab(SummaryPlan summary, Store store, int batch) throws IOException {
    return plain(new ClosingCarry(project).carriedOn(summary, store, batch), store, batch);
  }

  /** Builds one summary of a batch as it is. */
  Crosstab plain(SummaryPlan summary, Store store, int batch) throws IOException {
    return plain(summary, store, batch, Optional.empty());
  }

  private Crosstab plain(SummaryPlan summary, Store store, int batch, Optional<OneValue> only)
      throws IOException {
    return built(summary.dataset(), withListedItems(summary.crosstab()), store, batch, only);
  }

  /** Builds a cross-tab of a dataset's rows. */
  Crosstab built(String dataset, CrosstabSpec spec, Store store, int batch, Optional<OneValue> only)
      throws IOException {
    DatasetReader own = reader(store, dataset, batch);
    List<String> ownColumns = columns(spec, "", own);
    Schema schema = own.schema().only(ownColumns);
    if (only.isEmpty()) {
      CrosstabBuilder builder = cells.builder(spec, own, ownColumns);
      for (String other : spec.datasets()) {
        if (!other.isEmpty()) {
          DatasetReader reader = reader(store, other, batch);
          cells.add(spec, schema, other, reader, columns(spec, other, reader), builder);
        }
      }
      return builder.build();
    }
    CrosstabBuilder builder = new CrosstabBuilder(spec, schema, project.plan().calendar());
    scan(dataset, own, ownColumns, only, builder);
    for (String other : spec.datasets()) {
      if (!other.isEmpty()) {
        DatasetReader reader = reader(store, other, batch);
        List<String> columns = columns(spec, other, reader);
        scan(
            other,
            reader,
            columns,
            only.map(one -> one.in(spec.nameIn(other, one.column()))),
            builder.input(other, reader.schema().only(columns)));
      }
    }
    return builder.build();
  }

  /** Goes over the rows of a dataset, or over those with one value. */
  static void scan(
      String dataset,
      DatasetReader reader,
      List<String> columns,
      Optional<OneValue> only,
      BlockSink sink)
      throws IOException {
    if (only.isPresent()) {
      reader.scan(columns, only.get().of(dataset, reader.schema()), sink);
    } else {
      reader.scan(columns, sink);
    }
  }

  /**
   * The values of a column of text, in order; an empty one for rows without.
   *
   * @throws IOException if the dataset hasn't got the column, or it isn't one of text
   */
  public SortedSet<String> values(Store store, String dataset, String column, int batch)
      throws IOException {
    DatasetReader reader = reader(store, dataset, batch);
    OneValue.refuseOthers(column, dataset, reader.schema());
    TreeSet<String> values = new TreeSet<>();
    reader.scan(
        List.of(column),
        (block, from, to) -> {
          TextVector vector = (TextVector) block.vector(0);
          BitSet codes = new BitSet();
          for (int row = from; row < to; row++) {
            codes.set(vector.codes()[row]);
          }
          codes.stream()
              .forEach(
                  code ->
                      values.add(code == Dictionary.BLANK ? "" : vector.dictionary().text(code)));
        });
    return values;
  }

  /** Reads a dataset; in an earlier batch columns that came later are blank. */
  public DatasetReader reader(Store store, String dataset, int batch) throws IOException {
    if (store != known) {
      readers.clear();
      known = store;
    }
    List<Object> key = List.of(dataset, batch);
    DatasetReader reader = readers.get(key);
    if (reader == null) {
      reader = newReader(store, dataset, batch);
      readers.put(key, reader);
    }
    return reader;
  }

  private DatasetReader newReader(Store store, String dataset, int batch) throws IOException {
    DatasetReader reader = store.dataset(dataset, batch);
    boolean earlier = store.catalogue().lastBatch().filter(l -> l.number() > batch).isPresent();
    DatasetPlan planned = project.plan().datasets().get(dataset);
    return earlier && planned != null ? reader.orBlank(planned.schema()) : reader;
  }

  static List<String> columns(CrosstabSpec spec, String dataset, DatasetReader reader) {
    List<String> columns = spec.columns(dataset);
    for (String column : columns) {
      if (reader.schema().indexOf(column).isEmpty()) {
        throw spec.noColumn(column, reader.schema());
      }
    }
    return columns.isEmpty() ? List.of(reader.schema().names().get(0)) : columns;
  }

  /** The same with the items listed that a lookup's values say. */
  private CrosstabSpec withListedItems(CrosstabSpec spec) throws IOException {
    boolean any = spec.levels().stream().anyMatch(l -> l.empty().kind() == Level.Empty.Kind.LOOKUP);
    if (!any) {
      return spec;
    }
    References references = References.of(project, new Formats());
    return spec.with(listed(spec.down(), references), listed(spec.across(), references));
  }

  private List<Level> listed(List<Level> levels, References references) throws IOException {
    List<Level> listed = new ArrayList<>();
    for (Level level : levels) {
      if (level.empty().kind() != Level.Empty.Kind.LOOKUP) {
        listed.add(level);
        continue;
      }
      String name = level.empty().labels().get(0);
      LookupPlan lookup = Objects.requireNonNull(project.plan().lookups().get(name));
      listed.add(level.always(references.values(lookup, level.item().heading())));
    }
    return listed;
  }
}
