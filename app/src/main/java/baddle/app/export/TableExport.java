package baddle.app.export;

import baddle.app.BatchStamp;
import baddle.app.Project;
import baddle.app.results.DatabaseAccess;
import baddle.app.session.ProjectSession;
import baddle.core.table.Schema;
import baddle.database.Loaded;
import baddle.database.RowScan;
import baddle.database.TableLoader;
import baddle.plan.DatasetPlan;
import baddle.plan.database.TablePlan;
import baddle.plan.output.RowsPlan;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;

/** Loads the rows of a dataset into a table; whoever opened the loading commits it. */
public final class TableExport {

  /** Number of rows for a table that already has the batch. */
  private static final long UNCHANGED = -1;

  private final ProjectSession session;
  private final String dataset;
  private final RowsChoice choice;

  /**
   * An export of a dataset.
   *
   * @param session stays open as long as rows are loaded
   */
  public TableExport(ProjectSession session, String dataset, RowsChoice choice) {
    this.session = session;
    this.dataset = dataset;
    this.choice = choice;
  }

  /**
   * Loads the rows of a dataset into one table.
   *
   * @throws ExportException if rows can't be chosen as asked, or the table goes on with no batch
   *     that is known
   */
  public static Result run(Project project, String dataset, RowsChoice choice, TablePlan target)
      throws IOException, ExportException {
    try (ProjectSession session = ProjectSession.open(project);
        TableLoader loading = TableLoader.open(new DatabaseAccess(project).to(target.database()))) {
      Result result = new TableExport(session, dataset, choice).load(loading, target);
      loading.commit();
      return result;
    }
  }

  /** What a plan wants to be loaded each time. */
  public static TableExport of(ProjectSession session, RowsPlan rows, int batch) {
    return new TableExport(session, rows.dataset(), RowsChoice.of(rows, batch));
  }

  /**
   * What was loaded.
   *
   * @param table the table
   * @param batch up to which batch
   * @param rows how many rows were brought in; none where the table has the batch already
   * @param corrected how many of them correct rows that the table has
   * @param isUnchanged whether the table has the batch already
   * @param proof the table compared with the dataset
   */
  public record Result(
      TablePlan table,
      BatchStamp batch,
      long rows,
      long corrected,
      boolean isUnchanged,
      LoadProof proof) {}

  /**
   * Loads.
   *
   * @throws ExportException if rows can't be chosen as asked, or the table goes on with no batch
   *     that is known
   */
  public Result load(TableLoader loading, TablePlan target) throws IOException, ExportException {
    Optional<String> problem = new LoadTarget(session.project(), loading, target).problem();
    if (problem.isPresent()) {
      throw new ExportException(problem.get());
    }
    return switch (target.how()) {
      case REPLACE -> replace(loading, target);
      case APPEND -> append(loading, target);
      case BY_KEY -> byKey(loading, target);
    };
  }

  private Result replace(TableLoader loading, TablePlan target)
      throws IOException, ExportException {
    RowsOfDataset rows = new RowsOfDataset(session, dataset, choice);
    long count = loading.replace(load(target, rows.schema(), rows::scan, rows.batch()));
    return result(loading, target, rows.schema(), rows.batch(), count, 0);
  }

  /** The result of a load, with its proof. */
  private Result result(
      TableLoader loading, TablePlan target, Schema schema, Batch batch, long count, long corrected)
      throws IOException, ExportException {
    LoadProof proof = LoadProof.of(session, dataset, choice, loading, target, schema);
    return new Result(
        target, BatchStamp.of(batch), Math.max(0, count), corrected, count < 0, proof);
  }

  private Result append(TableLoader loading, TablePlan target) throws IOException, ExportException {
    LogScan rows = new LogScan(session, dataset, choice, Corrections.APPEND);
    Batch batch = rows.batch();
    int last = last(loading, target, rows.schema(), batch);
    if (last == batch.number()) {
      return result(loading, target, rows.schema(), batch, UNCHANGED, 0);
    }
    try {
      AppendedFile.Scan scan = rows.since(last);
      long count = loading.append(load(target, rows.schema(), scan::scan, batch));
      long corrected = last == 0 ? 0 : rows.corrected();
      return result(loading, target, rows.schema(), batch, count, corrected);
    } catch (StoreException.Damaged e) {
      throw unknown(target, last, e);
    }
  }

  private Result byKey(TableLoader loading, TablePlan target) throws IOException, ExportException {
    RowsOfDataset rows = new RowsOfDataset(session, dataset, choice);
    DatasetPlan plan = Objects.requireNonNull(session.project().plan().datasets().get(dataset));
    List<String> key = plan.duplicates().key();
    for (String column : key) {
      if (rows.schema().indexOf(column).isEmpty()) {
        throw new ExportException("the key's column " + column + " isn't among the columns");
      }
    }
    if (key.isEmpty()) {
      throw new ExportException(
          "rows go by key into a table where the plan has key: for the dataset " + dataset);
    }
    int last = last(loading, target, rows.schema(), rows.batch());
    if (last == rows.batch().number()) {
      return result(loading, target, rows.schema(), rows.batch(), UNCHANGED, 0);
    }
    try {
      Optional<RowScan> before = last == 0 ? Optional.empty() : Optional.of(keysOf(last, key));
      long count =
          loading.byKey(load(target, rows.schema(), rows::scan, rows.batch()), key, before);
      return result(loading, target, rows.schema(), rows.batch(), count, 0);
    } catch (StoreException.Damaged e) {
      throw unknown(target, last, e);
    }
  }

  private RowScan keysOf(int batch, List<String> key) throws IOException, ExportException {
    RowsOfDataset rows =
        new RowsOfDataset(
            session,
            dataset,
            new RowsChoice(
                key,
                RowsChoice.OriginColumns.NONE,
                choice.where(),
                List.of(),
                OptionalInt.of(batch),
                Optional.empty(),
                OptionalInt.empty()));
    return rows::scan;
  }

  /** The batch of this project that a table has; 0 for none. */
  private int last(TableLoader loading, TablePlan target, Schema schema, Batch batch)
      throws IOException, ExportException {
    Optional<Loaded> loaded = loading.loaded(target.table(), schema);
    if (loaded.isEmpty()) {
      return 0;
    }
    int last = loaded.get().batch();
    boolean isKnown =
        last <= batch.number()
            && loaded.get().dataset().equals(dataset)
            && BatchMade.isKnown(session.store(), last, loaded.get().made());
    if (!isKnown) {
      throw new ExportException(
          "the table "
              + target
              + " has dataset "
              + loaded.get().dataset()
              + " up to batch "
              + last
              + " of "
              + loaded.get().made()
              + ", which this store doesn't know; drop the table to have all rows loaded again");
    }
    String before = loaded.get().chosen();
    if (!before.isEmpty() && !before.equals(chosen(target))) {
      throw new ExportException(
          "the table "
              + target
              + " was loaded with: "
              + before
              + "; this load asks for: "
              + chosen(target)
              + "; repeat the first choice, drop the table to load it again, or name another table");
    }
    return last;
  }

  private static ExportException unknown(TablePlan target, int last, StoreException why) {
    return new ExportException(
        "the table "
            + target
            + " ends with batch "
            + last
            + ", whose rows can't be read any more: "
            + why.getMessage()
            + "; drop the table to have all rows loaded again");
  }

  private TableLoader.Load load(TablePlan target, Schema schema, RowScan rows, Batch batch) {
    return new TableLoader.Load(
        target.table(),
        schema,
        rows,
        new Loaded(dataset, batch.number(), BatchMade.text(batch), 0, chosen(target)),
        target.remakes(),
        target.adopts());
  }

  /** Which rows and columns are loaded, and how, in words. */
  private String chosen(TablePlan target) {
    return target.how().words()
        + ", "
        + (choice.columns().isEmpty()
            ? "all columns"
            : "the columns " + String.join(", ", choice.columns()))
        + " and origin "
        + choice.origin().name().toLowerCase(Locale.ROOT)
        + ", "
        + choice.where().map(where -> "rows where " + where).orElse("all rows");
  }
}
