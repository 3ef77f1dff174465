package baddle.app.export;

import baddle.app.BatchStamp;
import baddle.app.compare.SourceChange;
import baddle.app.reading.Inputs;
import baddle.app.session.ProjectSession;
import baddle.core.grid.CsvForm;
import baddle.plan.output.RowsPlan;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Hands the rows of a dataset over. */
public final class DatasetExport {

  private final ProjectSession session;
  private final String dataset;
  private final RowsChoice choice;
  private final CsvForm form;

  /**
   * What a plan wants to be written each time.
   *
   * @param batch the batch
   */
  public static DatasetExport of(ProjectSession session, RowsPlan rows, int batch) {
    return new DatasetExport(session, rows.dataset(), RowsChoice.of(rows, batch), CsvForm.STANDARD);
  }

  /**
   * An export that is yet to run.
   *
   * @param session stays open as long as it runs
   */
  public DatasetExport(ProjectSession session, String dataset, RowsChoice choice, CsvForm form) {
    this.session = session;
    this.dataset = dataset;
    this.choice = choice;
    this.form = form;
  }

  /**
   * What was handed over.
   *
   * @param batch the batch the rows are of
   * @param rows how many
   * @param remarks what a person should know of the file
   * @param changes what was replaced or removed since the batch from which on rows are wanted
   */
  public record Result(
      BatchStamp batch, long rows, List<String> remarks, List<SourceChange> changes) {

    /** Copies the lists. */
    public Result {
      remarks = List.copyOf(remarks);
      changes = List.copyOf(changes);
    }
  }

  /**
   * Writes them into a file.
   *
   * @param table the name of the table in it; empty for the dataset's
   * @throws ExportException if they can't be chosen as asked
   */
  public Result toFile(Path file, Optional<String> table) throws IOException, ExportException {
    RowsOfDataset rows = new RowsOfDataset(session, dataset, choice);
    try (RowsFile.Ready ready = beside(rows, choice, file, table, true)) {
      ready.beside().publish();
      return result(rows, ready.written());
    }
  }

  /**
   * Writes them beside files, one for each combination of values of some columns, from where they
   * have yet to be moved.
   *
   * @param name the file's path, with the columns in braces
   * @param splitBy the columns; none for one file
   * @throws ExportException if they can't be chosen or split as asked
   */
  public List<RowsFile.Ready> beside(
      Path folder, String name, List<String> splitBy, Optional<String> table)
      throws IOException, ExportException {
    List<RowsFile.Ready> ready = new ArrayList<>();
    try {
      Map<String, RowsChoice> files = SplitRows.files(session, dataset, choice, splitBy, name);
      Inputs inputs = Inputs.of(session.project());
      for (Map.Entry<String, RowsChoice> one : files.entrySet()) {
        Path file = folder.resolve(one.getKey()).normalize();
        Files.createDirectories(file.resolveSibling(""));
        Optional<String> problem = RowsFile.problem(file).or(() -> inputs.problem(file));
        if (problem.isPresent()) {
          throw new ExportException(problem.get());
        }
        RowsOfDataset rows = new RowsOfDataset(session, dataset, one.getValue());
        ready.add(beside(rows, one.getValue(), file, table, splitBy.isEmpty()));
      }
      return ready;
    } catch (IOException | ExportException | RuntimeException e) {
      for (RowsFile.Ready one : ready) {
        one.close();
      }
      throw e;
    }
  }

  /**
   * Writes rows beside their place.
   *
   * @param saysBatch whether the file says which batch it shows; one of many doesn't, so that it is
   *     touched only when its rows change
   */
  private RowsFile.Ready beside(
      RowsOfDataset rows, RowsChoice of, Path file, Optional<String> table, boolean saysBatch)
      throws IOException {
    RowsFile.Shape shape =
        new RowsFile.Shape(
            table.orElse(dataset),
            form,
            about(of, saysBatch ? Optional.of(rows.batch()) : Optional.empty()),
            BatchTables.of(session.store(), rows.batch()));
    return RowsFile.stage(
        file, Optional.of(session.project().planFile()), rows.schema(), shape, rows);
  }

  /**
   * Writes them into a workbook with a sheet for each combination of values of some columns.
   *
   * @throws ExportException if they can't be chosen or split as asked
   */
  public Result toSheets(Path file, List<String> columns) throws IOException, ExportException {
    RowsOfDataset all = new RowsOfDataset(session, dataset, choice);
    List<RowsFile.Sheet> sheets = new ArrayList<>();
    String names = "{" + String.join("} {", columns) + "}";
    for (Map.Entry<String, RowsChoice> one :
        SplitRows.files(session, dataset, choice, columns, names).entrySet()) {
      RowsOfDataset rows = new RowsOfDataset(session, dataset, one.getValue());
      sheets.add(new RowsFile.Sheet(one.getKey(), rows));
    }
    if (sheets.isEmpty()) {
      sheets.add(new RowsFile.Sheet(dataset, all));
    }
    RowsFile.Shape shape =
        new RowsFile.Shape(dataset, form, about(choice, Optional.of(all.batch())), List.of());
    return result(
        all,
        RowsFile.writeSheets(
            file, Optional.of(session.project().planFile()), all.schema(), shape, sheets));
  }

  /**
   * What was appended to a running log.
   *
   * @param batch the batch that the log goes up to
   * @param added how many rows came in
   * @param corrected how many rows that it has had are others now, or gone
   * @param written whether the file is another one now
   */
  public record Appended(BatchStamp batch, long added, long corrected, boolean written) {}

  /**
   * Appends them to a running log.
   *
   * @throws ExportException if they can't be chosen as asked, or the file is no such log
   */
  public Appended append(Path file, Optional<String> table, Corrections corrections)
      throws IOException, ExportException {
    RunningLog.Appended appended =
        new RunningLog(session, dataset, choice, corrections).beside(file, form, table);
    boolean written = false;
    if (appended.ready().isPresent()) {
      try (RowsFile.Ready ready = appended.ready().get()) {
        written = ready.beside().publish();
      }
    }
    return new Appended(
        BatchStamp.of(appended.batch()), appended.added(), appended.corrected(), written);
  }

  /**
   * How a running log compares with the dataset.
   *
   * @param batch the batch whose rows they are
   * @param rows how many rows the dataset has
   * @param lacking how many of them the log lacks
   * @param gone how many rows of the log the dataset no longer has
   * @param examples the first rows that differ, in words
   */
  public record Proof(BatchStamp batch, long rows, long lacking, long gone, List<String> examples) {

    /** Copies the list. */
    public Proof {
      examples = List.copyOf(examples);
    }

    /** Whether the log matches the dataset. */
    public boolean holds() {
      return lacking + gone == 0;
    }
  }

  /**
   * Compares a running log with the rows.
   *
   * @throws ExportException if they can't be chosen as asked, or the file is no such log
   */
  public Proof prove(Path file, Optional<String> table) throws IOException, ExportException {
    return new RunningLog(session, dataset, choice, Corrections.APPEND).prove(file, form, table);
  }

  /** The same, written beside the file from where it has yet to be moved; empty if it stays. */
  public Optional<RowsFile.Ready> appendBeside(Path file, Corrections corrections)
      throws IOException, ExportException {
    return new RunningLog(session, dataset, choice, corrections)
        .beside(file, form, Optional.empty())
        .ready();
  }

  /**
   * Writes them as delimited text.
   *
   * @param out stays open
   * @throws ExportException if they can't be chosen as asked
   */
  public Result toText(OutputStream out) throws IOException, ExportException {
    RowsOfDataset rows = new RowsOfDataset(session, dataset, choice);
    RowsFile.Shape shape = new RowsFile.Shape(dataset, form, List.of(), List.of());
    return result(rows, RowsFile.writeText(out, rows.schema(), shape, rows));
  }

  private static Result result(RowsOfDataset rows, RowsFile.Written written) throws IOException {
    return new Result(
        BatchStamp.of(rows.batch()), written.rows(), written.remarks(), rows.changes());
  }

  private List<Map.Entry<String, String>> about(RowsChoice of, Optional<Batch> batch) {
    List<Map.Entry<String, String>> about = new ArrayList<>();
    about.add(Map.entry("Plan", String.valueOf(session.project().planFile().getFileName())));
    about.add(Map.entry("Dataset", dataset));
    batch.ifPresent(one -> about.add(Map.entry("Batch", BatchStamp.of(one).toString())));
    of.where().ifPresent(where -> about.add(Map.entry("Where", where)));
    of.period().ifPresent(period -> about.add(Map.entry("Period", period.toString())));
    of.sinceBatch().ifPresent(since -> about.add(Map.entry("Since batch", String.valueOf(since))));
    if (!of.order().isEmpty()) {
      about.add(Map.entry("Order", String.join(", ", of.order())));
    }
    return about;
  }
}
