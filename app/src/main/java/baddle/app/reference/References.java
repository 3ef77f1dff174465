package baddle.app.reference;

import baddle.app.ContentHash;
import baddle.app.Project;
import baddle.core.finding.Finding;
import baddle.core.grid.GridOpener;
import baddle.core.lookup.LookupTable;
import baddle.core.lookup.LookupTableBuilder;
import baddle.plan.ControlList;
import baddle.plan.DatasetPlan;
import baddle.plan.LookupPlan;
import baddle.plan.Plan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/** The files a plan refers to besides those of its feeds, each read once at most. */
public final class References {

  private final Project project;
  private final Plan plan;
  private final GridOpener opener;
  private final Map<String, LookupTable> tables = new LinkedHashMap<>();
  private final Map<String, List<Finding>> findings = new LinkedHashMap<>();
  private final Map<String, String> contents = new LinkedHashMap<>();

  private References(Project project, Plan plan, GridOpener opener) {
    this.project = project;
    this.plan = plan;
    this.opener = opener;
  }

  /**
   * The references of a project; the files of corrections are read at once.
   *
   * @throws ReferenceException if one can't be read
   */
  public static References of(Project project, GridOpener opener) throws IOException {
    Map<String, DatasetPlan> datasets = new LinkedHashMap<>();
    for (DatasetPlan dataset : project.plan().datasets().values()) {
      Map<String, Map<String, String>> listed = new LinkedHashMap<>();
      for (Map.Entry<String, String> list : dataset.correctionFiles().entrySet()) {
        listed.put(list.getKey(), CorrectionFile.read(project, opener, list.getValue()));
      }
      datasets.put(dataset.name(), listed.isEmpty() ? dataset : dataset.withCorrections(listed));
    }
    return new References(project, project.plan().withDatasets(datasets), opener);
  }

  /** The plan, with the corrections that files list. */
  public Plan plan() {
    return plan;
  }

  private ReferenceFile file(LookupPlan lookup) {
    return new ReferenceFile(project, plan, opener, lookup.feed().orElseThrow(), lookup.shape());
  }

  /**
   * What the derived columns of a dataset depend on, short of the rows of other datasets.
   *
   * @throws ReferenceException if a file isn't there
   */
  public DerivedBy derivedBy(DatasetPlan dataset) throws IOException {
    StringBuilder text = new StringBuilder();
    StringBuilder files = new StringBuilder();
    text.append(dataset.schema()).append(dataset.steps()).append(dataset.duplicates());
    text.append(plan.calendar());
    for (String name : dataset.lookups()) {
      LookupPlan lookup = Objects.requireNonNull(plan.lookups().get(name));
      text.append('\n').append(lookup.text());
      if (lookup.feed().isPresent()) {
        String content = contents.get(name);
        if (content == null) {
          content = ContentHash.of(file(lookup).file());
          contents.put(name, content);
        }
        files.append(content);
      }
    }
    return new DerivedBy(ContentHash.of(text.toString()), ContentHash.of(files.toString()), "");
  }

  /**
   * The table of a lookup that is a file.
   *
   * @throws ReferenceException if it can't be read
   */
  public LookupTable table(LookupPlan lookup) throws IOException {
    String name = lookup.spec().name();
    LookupTable known = tables.get(name);
    if (known == null) {
      LookupTableBuilder builder = new LookupTableBuilder(lookup.spec());
      findings.put(name, file(lookup).read(lookup.columns(), builder));
      known = builder.build();
      tables.put(name, known);
    }
    return known;
  }

  /** The table of a lookup that is a dataset, whose rows a reader gives if it has any. */
  public LookupTable table(LookupPlan lookup, Optional<DatasetReader> reader) throws IOException {
    LookupTableBuilder builder = new LookupTableBuilder(lookup.spec());
    if (reader.isPresent()) {
      scan(lookup, reader.get(), builder);
    }
    LookupTable table = builder.build();
    tables.put(lookup.spec().name(), table);
    return table;
  }

  /**
   * The values of a column that a lookup's file brings or is matched by, each once.
   *
   * @throws ReferenceException if it can't be read, or has no such column
   */
  public List<String> values(LookupPlan lookup, String column) throws IOException {
    int at = lookup.columnOf(column);
    if (at < 0 || lookup.feed().isEmpty()) {
      throw new ReferenceException(
          "lookup " + lookup.spec().name() + " is no file that lists the values of " + column);
    }
    Set<String> values = new LinkedHashSet<>();
    file(lookup)
        .read(
            List.of(lookup.columns().get(at)),
            (block, from, to) -> {
              for (int row = from; row < to; row++) {
                if (!block.vector(0).isBlank(row)) {
                  values.add(block.vector(0).shown(row, block.schema().column(0).type()));
                }
              }
            });
    return List.copyOf(values);
  }

  private static void scan(LookupPlan lookup, DatasetReader rows, LookupTableBuilder builder)
      throws IOException {
    List<String> columns = lookup.columns().stream().distinct().toList();
    rows.scan(
        columns,
        (block, from, to) ->
            builder.accept(ReferenceFile.chosen(block, lookup.columns()), from, to));
  }

  /** What reading a lookup's file has shown; nothing before it is read. */
  public List<Finding> findings(String lookup) {
    return findings.getOrDefault(lookup, List.of());
  }

  /** The path of a lookup's file as the plan writes it; empty for one that is a dataset. */
  public Optional<String> path(LookupPlan lookup) {
    return lookup.feed().map(feed -> file(lookup).path());
  }

  /**
   * The lines of a list of control totals.
   *
   * @throws ReferenceException if it can't be read
   */
  public ControlLines controlList(ControlList list) throws IOException {
    List<String> columns = new ArrayList<>(list.match().values());
    columns.addAll(list.stated().values());
    ReferenceFile file = new ReferenceFile(project, plan, opener, list.feed(), list.shape());
    List<ListedTotals> lines = new ArrayList<>();
    List<Finding> shown =
        file.read(
            columns,
            (block, from, to) -> {
              for (int row = from; row < to; row++) {
                lines.add(ListedTotals.of(file.path(), list, block, row));
              }
            });
    return new ControlLines(lines, shown);
  }

  /**
   * A list of control totals.
   *
   * @param lines its lines
   * @param findings what wants a person's eye
   */
  public record ControlLines(List<ListedTotals> lines, List<Finding> findings) {

    /** Copies the lists. */
    public ControlLines {
      lines = List.copyOf(lines);
      findings = List.copyOf(findings);
    }
  }
}
